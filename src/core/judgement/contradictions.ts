/** A figure as sentences have it, with either minus. */
const FIGURE = '[−-]?\\d+(?:\\.\\d+)?'
const toNumber = (text: string) => Number(text.replace('−', '-'))

/** Words that say which way something goes carry no figure of the other sign. */
const WRONG_WAY =
  /\b(?:gains?|gaining|rises? by|adds|loses?|falls? by|sinks? by)\s+(?:about\s+)?[−-]\d/i

/** Nothing is more than all of a whole that it is a share of. */
const SHARE_OF =
  /(\d+(?:\.\d+)?)\s?% of (?:the|its|all|their|them|days|it)\b(?! (?:usual|needs?|dose|time before|rate))/g

/** “12 (15–18)”: a value lies within its own range, and a range runs from less to more. */
const RANGED = new RegExp(`(${FIGURE})\\s?\\((${FIGURE})(?:–| to )(${FIGURE})\\)`, 'g')

const MONTHS = [
  ...['January', 'February', 'March', 'April', 'May', 'June', 'July'],
  ...['August', 'September', 'October', 'November', 'December'],
]
/** “5 days, from 8 to 14 December”. */
const SPAN = /(\d+) days?, from (\d+)(?: (\p{L}+))? to (\d+) (\p{L}+)/gu

/** Days between two dates of one turn of the year, both counted. */
function spanOf(from: string, fromMonth: string, to: string, toMonth: string): number | null {
  const at = (day: string, month: string) => {
    const index = MONTHS.findIndex((name) => name.startsWith(month.slice(0, 3)))
    return index < 0 ? null : Date.UTC(2026, index, Number(day)) / 86_400_000
  }
  const [first, last] = [at(from, fromMonth), at(to, toMonth)]
  if (first === null || last === null) return null
  return (last >= first ? last - first : last + 365 - first) + 1
}

/**
 * What in a text contradicts its own figures: a direction against its sign, a share of more than the whole, a value outside its own range, a span
 * that is not as long as its dates. Each as the words at fault; empty when all agrees.
 */
export function contradictionsIn(text: string): string[] {
  const wrongWay = WRONG_WAY.exec(text)
  return [
    ...(wrongWay ? [wrongWay[0]] : []),
    ...[...text.matchAll(SHARE_OF)].flatMap(([words, share]) =>
      Number(share) > 100 ? [words] : [],
    ),
    ...[...text.matchAll(RANGED)].flatMap(([words, value, low, high]) =>
      toNumber(low) <= toNumber(value) && toNumber(value) <= toNumber(high) ? [] : [words],
    ),
    ...[...text.matchAll(SPAN)].flatMap(([words, days, from, fromMonth, to, toMonth]) => {
      const span = spanOf(from, fromMonth ?? toMonth, to, toMonth)
      return span === null || Math.abs(span - Number(days)) <= 1 ? [] : [words]
    }),
  ]
}
