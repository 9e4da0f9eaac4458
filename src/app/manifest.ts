import type { MetadataRoute } from "next";

/** How Pensum stands among the programs of a device once it is installed, and what is handed to it there. */
export default function manifest(): MetadataRoute.Manifest & { file_handlers: readonly object[] } {
  return {
    name: "Pensum",
    short_name: "Pensum",
    description: "The day's work, weighed out.",
    id: "/",
    start_url: "/",
    scope: "/",
    display: "standalone",
    background_color: "#E9ECE9",
    theme_color: "#E9ECE9",
    categories: ["productivity"],
    icons: [
      { src: "/icon.svg", sizes: "any", type: "image/svg+xml" },
      { src: "/icons/icon-192.png", sizes: "192x192", type: "image/png" },
      { src: "/icons/icon-512.png", sizes: "512x512", type: "image/png" },
      { src: "/icons/maskable-512.png", sizes: "512x512", type: "image/png", purpose: "maskable" },
    ],
    shortcuts: [
      { name: "Add", url: "/add" },
      { name: "Plan", url: "/plan" },
    ],
    share_target: { action: "/add", method: "GET", params: { title: "title", text: "text", url: "url" } },
    file_handlers: [
      {
        action: "/settings",
        accept: {
          "text/calendar": [".ics", ".ical"],
          "text/markdown": [".md"],
          "text/csv": [".csv", ".tsv"],
          "application/x-pensum": [".pensum"],
        },
      },
    ],
  };
}
