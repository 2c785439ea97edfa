import sax from 'sax'

/** What is heard of a file of XML as it is read; names come without their prefix. */
export interface Heard {
  open?: (name: string, attributes: Readonly<Record<string, string>>) => void
  text?: (text: string) => void
  close?: (name: string) => void
}

const bare = (name: string) => name.slice(name.indexOf(':') + 1)

/** Millions of cells have no name with a prefix: theirs are handed on as they are. */
function bareNames(attributes: Record<string, string>): Record<string, string> {
  for (const name in attributes)
    if (name.includes(':'))
      return Object.fromEntries(
        Object.entries(attributes).map(([key, value]) => [bare(key), value]),
      )
  return attributes
}

/**
 * Reads a file of XML as it is unpacked, and holds none of it: what it comes to is told to `heard`. After each part `pause` is asked whether it is
 * enough. Throws for what is no XML; entities of its own making are none to this reader.
 */
export async function* eachPartOfXml(
  stream: AsyncIterable<Uint8Array>,
  heard: Heard,
): AsyncGenerator<void> {
  const parser = sax.parser(true, {})
  parser.onopentag = ({ name, attributes }) =>
    heard.open?.(bare(name), bareNames(attributes as Record<string, string>))
  parser.ontext = (text) => heard.text?.(text)
  parser.oncdata = (text) => heard.text?.(text)
  parser.onclosetag = (name) => heard.close?.(bare(name))
  parser.onerror = (error) => {
    throw error
  }
  let decoder: TextDecoder | null = null
  for await (const part of stream) {
    decoder ??= new TextDecoder(encodingOf(part))
    parser.write(decoder.decode(part, { stream: true }))
    yield
  }
  parser.close()
}

/** The same to its end. */
export async function readXml(stream: AsyncIterable<Uint8Array>, heard: Heard): Promise<void> {
  for await (const _ of eachPartOfXml(stream, heard));
}

function encodingOf([first, second]: Uint8Array): string {
  if (first === 0xff && second === 0xfe) return 'utf-16le'
  return first === 0xfe && second === 0xff ? 'utf-16be' : 'utf-8'
}
