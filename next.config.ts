import type { NextConfig } from "next";

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  devIndicators: false,
  // Types are checked by tsc, once, for the app and its tests together.
  typescript: { ignoreBuildErrors: true },
  // A file that is not there is not found: it must not get the page that every other address has.
  rewrites: () =>
    Promise.resolve({
      beforeFiles: [],
      afterFiles: [
        { source: "/_next/:path*", destination: "/missing" },
        { source: "/:path*/:file([^/]+\\.[A-Za-z0-9]{1,8})", destination: "/missing" },
      ],
      fallback: [],
    }),
};

export default config;
