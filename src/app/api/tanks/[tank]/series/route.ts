import { sendSeries } from '@/desks/exchange/handlers'

export const GET = async (_request: Request, { params }: { params: Promise<{ tank: string }> }) =>
  sendSeries((await params).tank)
