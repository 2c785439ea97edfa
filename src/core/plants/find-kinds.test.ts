import { CATALOGUE } from './catalogue'
import { findKinds } from './find-kinds'

const kinds = Object.values(CATALOGUE)
const found = (sought: string) => findKinds(kinds, sought).map(({ name }) => name)

test('by the beginnings of words, in any order, small or large', () => {
  expect(found('ROTALA')).toEqual(found('rota'))
  expect(found('green rota')).toEqual(['Rotala rotundifolia, green'])
  expect(found('crypt').length).toBeGreaterThan(1)
})
test('what begins the name comes before what stands within it', () => {
  expect(found('r')[0]).toMatch(/^Rotala/)
})
test('by the group as well, and without accents', () => {
  expect(found('carpet')).toContain('Eleocharis, mini')
  expect(found('écHino')).toEqual(found('echino'))
})
test('nothing typed is all of them; what none is called is none', () => {
  expect(found('  ')).toHaveLength(kinds.length)
  expect(found('triffid')).toEqual([])
})
