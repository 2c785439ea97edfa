import type { NextConfig } from 'next'

const config: NextConfig = {
  serverExternalPackages: ['@electric-sql/pglite', 'pg', 'sharp'],
  experimental: {
    // A larger upload would be cut off silently on its way through the proxy; the handlers set the real limits.
    proxyClientMaxBodySize: '80mb',
    optimizePackageImports: ['@chakra-ui/react', 'lucide-react', 'date-fns'],
  },
  poweredByHeader: false,
  // `npm test` checks all types once; a keeper's build need not do it again.
  typescript: { ignoreBuildErrors: true },
  async headers() {
    const development = process.env.NODE_ENV === 'development'
    const script = `script-src 'self' 'unsafe-inline'${development ? " 'unsafe-eval'" : ''}`
    const policy = `default-src 'self'; ${script}; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; font-src 'self' data:; connect-src 'self'${development ? ' ws:' : ''}; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'`
    return [{
      source: '/:path*',
      headers: [
        { key: 'Content-Security-Policy', value: policy },
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'Referrer-Policy', value: 'no-referrer' },
        { key: 'X-Frame-Options', value: 'DENY' },
      ],
    }]
  },
}

export default config
