export interface Refused {
  status: number
  says: string
}
export function refusal(
  request: { method: string; url: string; header: (name: string) => string | null | undefined },
  hosts: string | undefined,
  own?: boolean,
): Refused | null
