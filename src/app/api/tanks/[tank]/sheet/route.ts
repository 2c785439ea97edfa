import { lookAtSheet, previewUpload, writeUpload } from '@/desks/exchange/handlers'

type Context = { params: Promise<{ tank: string }> }

export async function POST(request: Request, { params }: Context) {
  const { tank } = await params
  const asked = new URL(request.url).searchParams
  if (asked.has('look')) return lookAtSheet(tank, request)
  return asked.has('preview')
    ? previewUpload(tank, 'sheet', request)
    : writeUpload(tank, 'sheet', request)
}
