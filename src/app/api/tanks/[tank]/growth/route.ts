import { previewUpload, sendGrowth, writeUpload } from '@/desks/exchange/handlers'

type Context = { params: Promise<{ tank: string }> }

export const GET = async (_request: Request, { params }: Context) => sendGrowth((await params).tank)

export async function POST(request: Request, { params }: Context) {
  const { tank } = await params
  return new URL(request.url).searchParams.has('preview')
    ? previewUpload(tank, 'growth', request)
    : writeUpload(tank, 'growth', request)
}
