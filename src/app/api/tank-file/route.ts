import { readTankUpload } from '@/desks/exchange/handlers'

export const POST = (request: Request) => readTankUpload(request)
