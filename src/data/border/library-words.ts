import { setLocale } from 'yup'

/** What is wanted in a keeper's words, by the library's name of the type. */
const WANTED: Readonly<Record<string, string>> = {
  object: 'a group of named values',
  array: 'a list',
  tuple: 'a list',
  string: 'text',
  number: 'a number',
  boolean: 'true or false',
  date: 'a date',
}
const sayWanted = ({ type }: { type: string }) =>
  `${WANTED[type] ?? 'another value'} is wanted here.`
const MISSING = 'it is missing.'

/**
 * What the validating library says by itself, where no shape of ours has a sentence: it names types of its language and repeats the path that
 * stands before the sentence already. Read before any schema is made, as a schema keeps the words of its day.
 */
setLocale({
  mixed: {
    default: 'it cannot be kept.',
    required: MISSING,
    defined: MISSING,
    notNull: 'nothing (null) cannot stand here.',
    notType: sayWanted,
    oneOf: 'it is none of those Vivero knows.',
  },
  object: { noUnknown: 'a value stands here that Vivero does not know.' },
})
