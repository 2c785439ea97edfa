'use client'

import type { Product } from '@/core/history/types'
import { Select } from '@/ui/kit/input.client'

export function ProductSelect({
  products,
  value,
  onChange,
  label,
}: {
  products: readonly Product[]
  value: string
  onChange: (id: string) => void
  label: string
}) {
  return (
    <Select aria-label={label} value={value} onChange={(event) => onChange(event.target.value)}>
      {products.map((product) => (
        <option key={product.id} value={product.id}>
          {product.name}
        </option>
      ))}
    </Select>
  )
}
