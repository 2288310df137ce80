import type { NextConfig } from "next";

const config: NextConfig = {
  turbopack: { root: import.meta.dirname },
  typescript: { ignoreBuildErrors: true },
  poweredByHeader: false,
  compress: false,
  serverExternalPackages: ["pg", "pino"],
  experimental: { optimizePackageImports: ["lucide-react"] },
  // Addresses of before lead on: they stand in bookmarks, mails and on printed tags.
  redirects: async () =>
    (
      [
        ["/day", "/plan/list"],
        ["/rounds", "/plan"],
        ["/rounds/week", "/plan/week"],
        ["/ledger", "/logbook"],
        ["/ledger/:path*", "/logbook/:path*"],
        ["/nozzles/:id((?!heads$|practice$)[^/]+)", "/machines/:id/nozzles"],
        ["/nozzles/:id/pattern", "/machines/:id/check-sheet"],
        ["/standby/:id((?!settings$|closures$)[^/]+)", "/machines/:id/idle"],
      ] as const
    ).map(([source, destination]) => ({ source, destination, permanent: false })),
};

export default config;
