import { NextResponse, type NextRequest } from 'next/server'

const OWN_NAMES = new Set(['localhost', '127.0.0.1', '[::1]'])

/** Answers only to names this machine calls itself by (and those of VIVERO_HOSTS): a page elsewhere cannot point its own name here. */
export function proxy(request: NextRequest): NextResponse {
  const host = (request.headers.get('host') ?? '').replace(/:\d+$/, '').toLowerCase()
  const allowed = OWN_NAMES.has(host) || (process.env.VIVERO_HOSTS ?? '').toLowerCase().split(',').map((name) => name.trim()).filter(Boolean).includes(host)
  if (!allowed) return new NextResponse('Vivero answers only under its own address. Name others in VIVERO_HOSTS.\n', { status: 421 })
  const origin = request.headers.get('origin')
  if (request.method !== 'GET' && request.method !== 'HEAD' && origin !== null && !sameHost(origin, request.headers.get('host'))) {
    return new NextResponse('Vivero takes writes only from its own pages.\n', { status: 403 })
  }
  return NextResponse.next()
}

function sameHost(origin: string, host: string | null): boolean {
  try {
    return new URL(origin).host === host
  } catch {
    return false
  }
}

export const config = { matcher: ['/((?!_next/static|_next/image).*)'] }
