import { sendPlace } from '@/desks/bench/handlers'

export const GET = async (_request: Request, { params }: { params: Promise<{ tank: string }> }) =>
  sendPlace((await params).tank)
