import type { NextConfig } from 'next'

const config: NextConfig = {
  serverExternalPackages: ['@electric-sql/pglite', 'pg'],
  experimental: {
    optimizePackageImports: ['@chakra-ui/react', 'lucide-react'],
  },
  poweredByHeader: false,
  // The server squeezes what it sends itself (scripts/server.mjs).
  compress: false,
  // `npm test` checks all types once; a keeper's build need not do it again.
  typescript: { ignoreBuildErrors: true },
  // Browsers ask for it by habit before they have read which icon a page names.
  redirects: async () => [{ source: '/favicon.ico', destination: '/icon.svg', permanent: true }],
  async headers() {
    // The policy of a page is made for each answer (src/proxy.ts).
    return [
      {
        source: '/:path*',
        headers: [
          { key: 'X-Content-Type-Options', value: 'nosniff' },
          { key: 'Referrer-Policy', value: 'no-referrer' },
          { key: 'X-Frame-Options', value: 'DENY' },
        ],
      },
    ]
  },
}

export default config
