'use client'

import { Box, Flex } from '@chakra-ui/react'
import { useEffect, useState } from 'react'
import { sayProblems } from '@/ui/ask.client'
import { Button } from '@/ui/kit/button.client'
import { Problem } from '@/ui/kit/input.client'
import { useSending } from '@/ui/use-sending.client'
import { letPhoneGo, pairAPhone, type PairingCode } from './actions'

interface Phone {
  id: string
  name: string
  role: 'keeper' | 'helper'
  /** When it was last heard of, in words. */
  seen: string
}

/** Phones of the house: a code for another, and those that were paired. */
export function Phones({
  phones,
  fingerprint,
  wrongCodes,
}: {
  phones: readonly Phone[]
  /** Of the certificate of this house, as phones show it. */
  fingerprint: string | undefined
  wrongCodes: { codes: number; addresses: number }
}) {
  const [code, setCode] = useState<PairingCode | null>(null)
  const { busy, refusal, send } = useSending()
  const pair = async (role: 'keeper' | 'helper') => {
    const answer = await send(() => pairAPhone(role))
    setCode(answer.ok ? answer.value : null)
  }
  return (
    <Box as="section" aria-label="Phones" mt={5} fontSize="sm">
      <Flex gap={5} align="center" wrap="wrap">
        <Button look="quiet" size="line" busy={busy} onClick={() => void pair('keeper')}>
          Pair a phone
        </Button>
        <Button look="quiet" size="line" busy={busy} onClick={() => void pair('helper')}>
          Pair a helper’s phone
        </Button>
        <Box as="span" color="pencil">
          A helper writes rounds, feeding and notes.
        </Box>
      </Flex>
      <Problem says={refusal && sayProblems(refusal)} />
      {wrongCodes.codes > 0 ? (
        <Box color="clay" mt={1}>
          {wrongCodes.codes === 1 ? 'One wrong code was' : `${wrongCodes.codes} wrong codes were`}{' '}
          tried in the last minute
          {wrongCodes.addresses > 1 ? `, from ${wrongCodes.addresses} machines of the house` : ''}.
        </Box>
      ) : null}
      {code ? <Code code={code} fingerprint={fingerprint} onOver={() => setCode(null)} /> : null}
      {phones.length > 0 ? (
        <Box as="ul" listStyleType="none" m={0} p={0} mt={2}>
          {phones.map((phone) => (
            <PhoneLine key={phone.id} phone={phone} />
          ))}
        </Box>
      ) : null}
    </Box>
  )
}

/** The code, for as long as it is good. */
function Code({
  code,
  fingerprint,
  onOver,
}: {
  code: PairingCode
  fingerprint: string | undefined
  onOver: () => void
}) {
  const [left, setLeft] = useState<number | null>(null)
  useEffect(() => {
    const tick = () => {
      const seconds = Math.ceil((code.until - Date.now()) / 1000)
      if (seconds <= 0) onOver()
      else setLeft(seconds)
    }
    const timer = setInterval(tick, 500)
    return () => clearInterval(timer)
  }, [code, onOver])
  return (
    <Flex gap={6} mt={3} align="center" wrap="wrap" role="status">
      <Box
        w="180px"
        h="180px"
        bg="white"
        role="img"
        aria-label={`The address ${code.addresses[0]} with the code, for the phone’s camera`}
        dangerouslySetInnerHTML={{ __html: code.drawing }}
      />
      <Box>
        <Box>
          Point the phone’s camera here; the code comes along. Or open {code.addresses.join(' or ')}{' '}
          and type
        </Box>
        <Box className="serif" fontSize="3xl" fontWeight={680} letterSpacing="0.15em">
          {code.code.slice(0, 4)} {code.code.slice(4)}
        </Box>
        <Box color="pencil">Good once{left === null ? '' : `, for ${left} s more`}.</Box>
        {fingerprint ? <Fingerprint of={fingerprint} /> : null}
      </Box>
    </Flex>
  )
}

/** What to compare when the phone says that it does not know the certificate. */
function Fingerprint({ of }: { of: string }) {
  const parts = of.split(':')
  const half = parts.length / 2
  return (
    <Box mt={3} maxW="34rem">
      The phone will say once that it does not know this certificate: it is the house’s own. Look at
      it there; where its SHA-256 fingerprint reads as here, go on, and where it does not, leave it.
      <Box as="code" display="block" mt={1} fontSize="xs" lineHeight="1.6">
        {parts.slice(0, half).join(' ')}
        <br />
        {parts.slice(half).join(' ')}
      </Box>
    </Box>
  )
}

function PhoneLine({ phone }: { phone: Phone }) {
  const { busy, refusal, send } = useSending()
  return (
    <Flex as="li" gap={4} align="baseline">
      <span>
        {phone.name}
        <Box as="span" color="pencil">
          , {phone.role === 'helper' ? 'a helper’s' : 'the keeper’s'}, last heard of {phone.seen}
        </Box>
      </span>
      <Button
        look="clay"
        size="line"
        busy={busy}
        onClick={() => void send(() => letPhoneGo(phone.id))}
        aria-label={`let ${phone.name} go`}
      >
        let it go
      </Button>
      <Problem says={refusal && sayProblems(refusal)} />
    </Flex>
  )
}
