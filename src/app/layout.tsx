import type { Metadata, Viewport } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import "@fontsource-variable/literata/wght.css";
import "@fontsource-variable/literata/wght-italic.css";
import "@fontsource-variable/hanken-grotesk/wght.css";
import "./globals.css";

export const metadata: Metadata = { title: "Pensum", description: "The day's work, weighed out." };
export const viewport: Viewport = { width: "device-width", initialScale: 1, viewportFit: "cover" };

/** Sets the chosen appearance before anything is drawn, so that no light page flashes in the dark. */
const appearance = `try{const a=localStorage.getItem("pensum-appearance");if(a==="light"||a==="dark")document.documentElement.dataset.appearance=a}catch{}`;

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get("x-nonce") ?? "";
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: appearance }} />
        <noscript>
          <p style={{ margin: "20vh auto", maxWidth: "28em" }}>
            Pensum runs in your browser and needs JavaScript, which is off. Your data stay in this browser.
          </p>
        </noscript>
        {children}
      </body>
    </html>
  );
}
