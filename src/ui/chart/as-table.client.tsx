'use client'

import { Box, chakra } from '@chakra-ui/react'
import { useState } from 'react'

export interface TableOfChart {
  columns: readonly string[]
  /** A line for each row; the first cell is what the row is of. */
  rows: readonly (readonly string[])[]
}

/** What a chart shows, as a table: for readers of screens, for copying into a sheet, and for whoever trusts figures. Made when it is opened. */
export function AsTable({
  title,
  table,
}: {
  title: string
  table: TableOfChart | (() => TableOfChart)
}) {
  const [open, setOpen] = useState(false)
  return (
    <chakra.details
      fontSize="sm"
      mt={1}
      onToggle={(event) => setOpen((event.currentTarget as HTMLDetailsElement).open)}
    >
      <chakra.summary cursor="pointer" color="pencil" w="fit-content" minH="24px">
        as a table
      </chakra.summary>
      {open ? <Table title={title} table={typeof table === 'function' ? table() : table} /> : null}
    </chakra.details>
  )
}

function Table({ title, table }: { title: string; table: TableOfChart }) {
  return (
    <Box maxH="320px" overflow="auto" tabIndex={0} role="region" aria-label={title} mt={1}>
      <table className="chart-table">
        <caption>{title}</caption>
        <thead>
          <tr>
            {table.columns.map((column) => (
              <th key={column} scope="col">
                {column}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.map((row, i) => (
            <tr key={i}>
              <th scope="row">{row[0]}</th>
              {row.slice(1).map((cell, k) => (
                <td key={k}>{cell}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Box>
  )
}
