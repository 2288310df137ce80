import type { NextConfig } from "next";

const config: NextConfig = {
  turbopack: { root: import.meta.dirname },
  typescript: { ignoreBuildErrors: true },
  poweredByHeader: false,
  compress: false,
  serverExternalPackages: ["pg", "pino"],
  experimental: { optimizePackageImports: ["lucide-react"] },
};

export default config;
