import { JSONParser } from '@streamparser/json'
import { type Result, ok, refuse } from '@/core/quantity/result'
import { yieldToOthers } from '../yield'

/** Deeper than any part of a tank file. */
const DEEPEST = 24
const STEP_CHARACTERS = 64 * 1024

/**
 * An object of JSON read in steps that let others in. The items of the list `listed` are handed to `take` one by one and not kept.
 * Refuses text that is no JSON object, is cut short, or nests deeper than a tank file does; `take` may refuse too.
 */
export async function readJsonObject(
  text: string,
  listed: string,
  take: (item: unknown, index: number) => Result<null>,
): Promise<Result<Record<string, unknown>>> {
  if (!/^\s*\{/.test(text.slice(0, 1000))) return refuse('not an object')
  const parts: Record<string, unknown> = Object.create(null) as Record<string, unknown>
  const parser = new JSONParser({ paths: ['$.*', `$.${listed}.*`], keepStack: false })
  let refused: Result<null> | null = null
  let deep = false
  let ended = false
  let index = 0
  parser.onValue = ({ value, key, stack }) => {
    if (stack.length === 1) parts[String(key)] = value
    else if (refused === null) {
      const taken = take(value, index++)
      if (!taken.ok) refused = taken
    }
  }
  parser.onEnd = () => {
    ended = true
  }
  let problem: string | null = null
  parser.onError = (error) => {
    problem ??= error.message
  }
  const depth = depthCounter()
  for (let i = 0; i < text.length; i += STEP_CHARACTERS) {
    const step = text.slice(i, i + STEP_CHARACTERS)
    deep = depth(step) > DEEPEST
    if (deep) return refuse('it nests deeper than any tank file')
    try {
      if (ended && step.trim() === '') continue
      parser.write(step)
    } catch (error) {
      problem ??= (error as Error).message
    }
    if (problem !== null) return refuse(problem)
    if (refused !== null) return refused
    await yieldToOthers()
  }
  return ended ? ok({ ...parts }) : refuse('it ends before its last bracket')
}

/** Counts how deep brackets nest, over texts given one after the other; gives the deepest so far. Brackets within a text of JSON do not count. */
function depthCounter(): (step: string) => number {
  let depth = 0
  let deepest = 0
  let quoted = false
  let escaped = false
  return (step) => {
    for (let i = 0; i < step.length; i++) {
      const sign = step.charCodeAt(i)
      if (escaped) escaped = false
      else if (quoted) {
        if (sign === 92) escaped = true
        else if (sign === 34) quoted = false
      } else if (sign === 34) quoted = true
      else if (sign === 123 || sign === 91) deepest = Math.max(deepest, ++depth)
      else if (sign === 125 || sign === 93) depth--
    }
    return deepest
  }
}
