import { DESKS } from './desks'

/** Every page of every desk as its manifest says that it is tried: what it is called, and its address under that of a tank. */
export const TRIED: readonly { name: string; path: string }[] = DESKS.flatMap((desk) =>
  desk.pages.flatMap(({ path, name, tried = [''] }) =>
    (tried ?? []).map((how) => ({
      name: `${desk.name}: ${name}${how && ` ${how}`}`,
      path: `${desk.path}${path}${how}`,
    })),
  ),
)
