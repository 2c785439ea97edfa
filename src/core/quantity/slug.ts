/** A name as it stands in an address or an identifier: letters without their accents, digits, single dashes; `most` characters at most. Empty for a name of other scripts. */
export const slugOf = (name: string, most: number): string =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/\p{Mark}+/gu, '')
    .replace(/ß/g, 'ss')
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, most)
    .replace(/^-|-$/g, '')
