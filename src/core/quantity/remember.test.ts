import { remembered, rememberedAt } from './remember'

test('what was worked out of an object is not worked out again; of another that looks the same it is', () => {
  const asked: number[][] = []
  const sum = remembered((list: number[]) => {
    asked.push(list)
    return list.reduce((total, x) => total + x, 0)
  })
  const [one, twin] = [
    [1, 2],
    [1, 2],
  ]
  expect([sum(one), sum(one), sum(twin)]).toEqual([3, 3, 3])
  expect(asked).toEqual([one, twin])
})
test('zero is remembered too', () => {
  let asked = 0
  const none = remembered((_of: object) => {
    asked++
    return 0
  })
  const of = {}
  expect([none(of), none(of), asked]).toEqual([0, 0, 1])
})
test('of a moment each name is worked out once; another moment forgets the last', () => {
  const asked: string[] = []
  const say = rememberedAt(
    (of: { name: string }) => of,
    (of, word: string, at: number) => {
      asked.push(`${word} ${at}`)
      return `${of.name} ${word} ${at}`
    },
  )
  const of = { name: 'Tarn' }
  const said = [say(of, 'a', 1), say(of, 'b', 1), say(of, 'a', 1), say(of, 'a', 2), say(of, 'a', 1)]
  expect(said).toEqual(['Tarn a 1', 'Tarn b 1', 'Tarn a 1', 'Tarn a 2', 'Tarn a 1'])
  expect(asked).toEqual(['a 1', 'b 1', 'a 2', 'a 1'])
})
