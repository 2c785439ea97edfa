import { stopUpload } from '@/desks/exchange/handlers'

export const POST = (request: Request) => stopUpload(request)
