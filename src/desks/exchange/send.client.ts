import type { ImportMessage, KindsAsked } from './messages'

export type Outcome<T> =
  | { kind: 'done'; value: T }
  | { kind: 'refused'; problem: string }
  | { kind: 'asked'; kinds: KindsAsked }

/** Sends a file to be written and hears how it goes. The last line of the server says what became of it, so that nothing is claimed that is not known. */
export async function sendFile<T>(
  url: string,
  job: string,
  file: File,
  onProgress: (done: number, of: number) => void,
): Promise<Outcome<T>> {
  const lost: Outcome<T> = {
    kind: 'refused',
    problem:
      'The connection broke before Vivero said what became of it. Read the file again when it answers: what is there already is not written twice.',
  }
  try {
    const response = await fetch(`${url}${url.includes('?') ? '&' : '?'}job=${job}`, {
      method: 'POST',
      body: file,
    })
    if (!response.ok || !response.body)
      return { kind: 'refused', problem: ((await response.json()) as { problem: string }).problem }
    const reader = response.body
      .pipeThrough(new TextDecoderStream() as unknown as ReadableWritablePair<string, Uint8Array>)
      .getReader()
    let rest = ''
    for (let part = await reader.read(); !part.done; part = await reader.read()) {
      const lines = (rest + part.value).split('\n')
      rest = lines.pop() ?? ''
      for (const line of lines.filter(Boolean)) {
        const message = JSON.parse(line) as ImportMessage<T>
        if (message.kind === 'progress') onProgress(message.done, message.of)
        else
          return message.kind === 'stopped'
            ? { kind: 'refused', problem: 'Stopped; nothing was written.' }
            : message
      }
    }
    return lost
  } catch {
    return lost
  }
}

/** Asks the server to stop a job; the job's own last line says whether it still could. */
export function askToStop(job: string): void {
  void fetch(`/api/stop?job=${job}`, { method: 'POST' }).catch(() => undefined)
}
