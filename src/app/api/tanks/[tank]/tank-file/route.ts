import { sendTankFile } from '@/desks/exchange/handlers'

export const GET = async (_request: Request, { params }: { params: Promise<{ tank: string }> }) =>
  sendTankFile((await params).tank)
