import Link from 'next/link'
import type { ComponentProps } from 'react'

/** A link within Vivero. Nothing is fetched ahead: each page is worked out anew, and a book page alone holds fifty links. */
export default function PageLink(props: ComponentProps<typeof Link>) {
  return <Link prefetch={false} {...props} />
}
