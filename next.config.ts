import type { NextConfig } from "next";

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  devIndicators: false,
  // Types are checked by tsc, once, for the app and its tests together.
  typescript: { ignoreBuildErrors: true },
};

export default config;
