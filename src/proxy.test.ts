import { refusal } from '../scripts/border.cjs'

const OURS = { host: '127.0.0.1:4170', origin: 'http://127.0.0.1:4170' }
const ask = (method: string, url: string, headers: Record<string, string> = {}, hosts?: string) =>
  refusal({ method, url, header: (name) => ({ host: OURS.host, ...headers })[name] }, hosts)
    ?.status ?? 200
const action = (over: Record<string, string> = {}) => ({
  origin: OURS.origin,
  'next-action': 'a'.repeat(42),
  'content-type': 'text/plain;charset=UTF-8',
  'content-length': '120',
  ...over,
})

test.each([
  ['our page', 'GET', '/tanks/tarn?x=1%20y', {}, 200],
  ['its head', 'HEAD', '/', {}, 200],
  ['an icon', 'GET', '/icon.svg', {}, 200],
  ['another name', 'GET', '/', { host: 'evil.example' }, 421],
  ['no name', 'GET', '/', { host: '' }, 421],
  ['a name that begins like ours', 'GET', '/', { host: 'localhost.evil.example' }, 421],
  ['a percent without its digits', 'GET', '/tanks/%', {}, 400],
  ['half a letter', 'GET', '/tanks/%c3', {}, 400],
  ['a null in the path', 'GET', '/a%00b', {}, 400],
  ['a null in the query', 'GET', '/?q=%00', {}, 400],
  ['a bent router state', 'GET', '/', { 'next-router-state-tree': '%7Bno' }, 400],
  ['a router state that is none', 'GET', '/', { 'next-router-state-tree': '%zz' }, 400],
  ['a mile of address', 'GET', `/?${'a'.repeat(5000)}`, {}, 414],
  ['a method of another kind', 'DELETE', '/api/stop', { origin: OURS.origin }, 405],
  ['writing to a page', 'POST', '/', { origin: OURS.origin }, 405],
  ['our action', 'POST', '/tanks/tarn', action(), 200],
  ['our upload', 'POST', '/api/tank-file', { origin: OURS.origin }, 200],
  ['an upload by a program', 'POST', '/api/tank-file', {}, 200],
  ['a foreign page’s upload', 'POST', '/api/tank-file', { origin: 'http://evil.example' }, 403],
  ['a page without a name', 'POST', '/api/tank-file', { origin: 'null' }, 403],
  ['the browser says it is foreign', 'POST', '/api/stop', { 'sec-fetch-site': 'cross-site' }, 403],
  ['an action of no such form', 'POST', '/', action({ 'next-action': '../x' }), 400],
  ['an action as JSON', 'POST', '/', action({ 'content-type': 'application/json' }), 415],
  ['an action of unknown length', 'POST', '/', { ...action(), 'content-length': '' }, 411],
  ['an action of 2 MB', 'POST', '/', action({ 'content-length': '2000000' }), 413],
] as const)('%s', (_name, method, url, headers, status) =>
  expect(ask(method, url, headers)).toBe(status),
)

test('a name the keeper added is one of ours', () => {
  expect(ask('GET', '/', { host: 'tanks.lan:4170' })).toBe(421)
  expect(ask('GET', '/', { host: 'Tanks.LAN:4170' }, ' shed.lan, tanks.lan ')).toBe(200)
})
