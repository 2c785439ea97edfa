// Who may hold how many connections of the door to the house network, so that nobody can hold them all.

const MOST = 256
/** A phone asks for a page and what belongs to it on half a dozen connections. */
const MOST_OF_AN_ADDRESS = 32
/** A connection on which no session was shown is over in so long, whatever is sent or read on it, and however slowly. */
const STRANGERS_MS = 10_000

/**
 * Counts the connections of a door. Of one address so many are taken and no more; where all places are taken, the longest-standing connection of whoever holds
 * most gives way, those of phones that showed their session last.
 */
function makeConnections({
  most = MOST,
  mostOfAnAddress = MOST_OF_AN_ADDRESS,
  strangersMs = STRANGERS_MS,
} = {}) {
  /** In the order in which they came. */
  const open = new Set()
  const proven = new WeakSet()
  const hurried = new WeakMap()
  const of = (address) => [...open].filter((one) => one.remoteAddress === address)
  return {
    /** Takes a connection in, or closes it; gives whether it stands. */
    take(socket) {
      const own = of(socket.remoteAddress)
      if (own.length >= mostOfAnAddress) {
        const idle = own.find((one) => !proven.has(one))
        if (!idle) {
          socket.destroy()
          return false
        }
        idle.destroy()
      } else if (open.size >= most) makeRoom(open, proven)
      open.add(socket)
      hurried.set(
        socket,
        setTimeout(() => socket.destroy(), strangersMs),
      )
      socket.once('close', () => {
        open.delete(socket)
        clearTimeout(hurried.get(socket))
      })
      return true
    },
    /** A phone showed its session on it. */
    prove(socket) {
      proven.add(socket)
      clearTimeout(hurried.get(socket))
    },
    get size() {
      return open.size
    },
  }
}

function makeRoom(open, proven) {
  const all = [...open]
  const strangers = all.filter((one) => !proven.has(one))
  const among = strangers.length > 0 ? strangers : all
  const counts = new Map()
  for (const { remoteAddress } of among)
    counts.set(remoteAddress, (counts.get(remoteAddress) ?? 0) + 1)
  const [busiest] = [...counts].sort((a, b) => b[1] - a[1])[0]
  among.find(({ remoteAddress }) => remoteAddress === busiest)?.destroy()
}

exports.makeConnections = makeConnections
