import { NextResponse, type NextRequest } from 'next/server'
import { refusal } from '../scripts/border.cjs'

/**
 * The border of every page: what the server’s own border refuses is refused here too, for a server of the framework’s own making, and
 * each page gets a policy of its own: scripts run only with the word that was made for this answer.
 */
export function proxy(request: NextRequest): NextResponse {
  const { pathname, search } = request.nextUrl
  const refused = refusal(
    {
      method: request.method,
      url: `${pathname}${search}`,
      header: (name) => request.headers.get(name),
    },
    process.env.VIVERO_HOSTS,
  )
  if (refused) return new NextResponse(`${refused.says}\n`, { status: refused.status })
  const nonce = btoa(String.fromCharCode(...crypto.getRandomValues(new Uint8Array(18))))
  const policy = policyWith(nonce)
  const headers = new Headers(request.headers)
  // The framework reads the word from here and gives it to every script it writes into the page.
  headers.set('content-security-policy', policy)
  const response = NextResponse.next({ request: { headers } })
  response.headers.set('content-security-policy', policy)
  return response
}

const inDevelopment = process.env.NODE_ENV === 'development'

function policyWith(nonce: string): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${inDevelopment ? " 'unsafe-eval'" : ''}`,
    // The style library writes its rules into the page as it goes.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    `connect-src 'self'${inDevelopment ? ' ws:' : ''}`,
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
}

export const config = { matcher: ['/((?!_next/static|_next/image|api/).*)'] }
