// Reads the LICENSE file of every package that ships with Vivero: a manifest may say one thing and the file another.
// A package whose file is not one of the permissive licences known here fails, as does one without a file.
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './lib.mjs'

/** A sentence of each licence that its other texts do not have, white space folded. */
const PERMISSIVE = [
  [
    'MIT',
    /permission is hereby granted, free of charge, to any person obtaining a copy of this software/i,
  ],
  [
    'ISC',
    /permission to use, copy, modify,? and\/?o?r? ?distribute this software for any purpose with or without fee is hereby granted/i,
  ],
  [
    'BSD',
    /redistribution and use (of this software )?in source and binary forms, with or without modification, are permitted/i,
  ],
  ['Apache 2.0', /apache license,? version 2\.0/i],
  ['OFL 1.1', /sil open font license,? version 1\.1/i],
  [
    'PostgreSQL',
    /permission to use, copy, modify, and distribute this software and its documentation for any purpose, without fee/i,
  ],
  ['Unlicense', /this is free and unencumbered software released into the public domain/i],
  [
    'Zero BSD',
    /permission to use, copy, modify, and\/or distribute this software for any purpose with or without fee/i,
  ],
  ['Blue Oak 1.0.0', /blue oak model license/i],
  ['CC0', /cc0 1\.0 universal/i],
  // Tables of what browsers can do, not a program: to be named, no more.
  ['CC BY 4.0', /attribution 4\.0 international/i],
]
/** Words of licences that ask for more than a notice; where one stands, the file is not read further. */
const FORBIDDING =
  /gnu (affero |lesser )?general public license|commercial license|dual[- ]licen[sc]e|sublicens\w+ is (not|prohibited)|annual (revenue|turnover)|business source|non-?commercial|elastic license|server side public/i
/** Packages without a file of their own, each looked at by hand; the compiler of the framework, `@next/swc-*`, is split from it by system and under its MIT. */
const WITHOUT_FILE = new Map([
  ['@next/env', 'split from next, under its MIT'],
  ['client-only', 'split from react, under its MIT'],
  ['drizzle-orm', 'Apache 2.0 by its repository and its manifest'],
  ['isarray', 'MIT, the text stands in its README'],
  ['pg-types', 'MIT, the text stands in its README'],
  ['pgpass', 'MIT, the text stands in its README'],
  ['splaytree', 'MIT, the text stands in its README'],
  ['tiny-case', 'MIT by its manifest and its README'],
  ['type-fest', 'types alone: MIT or CC0 by its manifest'],
])

/**
 * The one that asks for more than a notice: the image library that the framework brings along when it can. It is a file of its own,
 * loaded when an image is worked on (nothing here does so today), and anybody may put another build of it in its place, as its licence asks.
 */
const LOOSELY_LINKED = /^@img\/sharp-libvips-/

/** Directories of all packages that a keeper's installation needs, from the lock: those that only builders need are marked there. */
function shippedPackages() {
  const { packages } = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'))
  return Object.entries(packages)
    .filter(([path, entry]) => path !== '' && !entry.dev && !entry.devOptional)
    .map(([path, entry]) => ({ path, optional: entry.optional === true }))
}

function licenceOf(directory) {
  const file = readdirSync(directory).find(
    (name) => /^(licen[sc]e|copying)/i.test(name) && !/\.(js|ts|json)$/.test(name),
  )
  if (!file) return null
  const text = readFileSync(join(directory, file), 'utf8').replace(/\s+/g, ' ')
  // Two free licences use such words to allow all of it.
  const free = /apache license|released into the public domain/i.test(text)
  if (FORBIDDING.test(text.slice(0, 20_000)) && !free) return { file, kind: null }
  return { file, kind: PERMISSIVE.find(([, sentence]) => sentence.test(text))?.[0] ?? null }
}

const problems = []
let looked = 0
for (const { path, optional } of shippedPackages()) {
  const directory = join(root, path)
  const name = path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length)
  // What is made for another system is not here to be read; the same package for this one is.
  if (!existsSync(directory)) {
    if (!optional) problems.push(`${name} is not installed`)
    continue
  }
  looked++
  const licence = licenceOf(directory)
  if (licence?.kind) continue
  const manifest = JSON.parse(readFileSync(join(directory, 'package.json'), 'utf8'))
  if (LOOSELY_LINKED.test(name) && optional) {
    console.log(`${name}: LGPL, optional and loosely linked`)
    continue
  }
  if (!licence && (WITHOUT_FILE.has(name) || name.startsWith('@next/swc-'))) continue
  problems.push(
    licence
      ? `${name} ${manifest.version}: its ${licence.file} is none of the permissive licences known here (its manifest says ${manifest.license})`
      : `${name} ${manifest.version} has no licence file (its manifest says ${manifest.license})`,
  )
}
for (const problem of problems) console.error(problem)
console.log(
  `${looked} shipped packages looked at, ${problems.length} with a licence that is not permissive or not known`,
)
process.exit(problems.length === 0 ? 0 : 1)
