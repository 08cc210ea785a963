import Link from 'next/link';
import type { CSSProperties, ReactNode } from 'react';

export interface LinkRow {
  readonly key: number;
  readonly href: string;
  /** What it is called, and whatever else fits the columns. */
  readonly cells: readonly ReactNode[];
}

interface LinkRowsProps {
  readonly rows: readonly LinkRow[];
  readonly columns: string;
  /** Columns on a phone: one under the other unless said. */
  readonly narrow?: string;
  /** On a phone, the column that all but the first two cells stand in. */
  readonly rest?: number;
  /** Framed as a card, or plain under a heading of their own. */
  readonly framed?: boolean;
}

/** A list whose every row leads somewhere. */
export function LinkRows({ rows, columns, narrow = '1fr', rest, framed = true }: LinkRowsProps) {
  return (
    <ul
      className={framed ? 'ts-rows ts-framed' : 'ts-rows'}
      style={{ '--cols': columns, '--cols-narrow': narrow, '--rest': rest } as CSSProperties}
    >
      {rows.map((row) => (
        <li key={row.key}>
          {/* A page of a list is no reason to fetch fifty others ahead. */}
          <Link href={row.href} prefetch={false} className="ts-row">
            {row.cells.map((cell, i) => (
              <div key={i} className={i === 0 && framed ? 'ts-name' : undefined}>
                {cell}
              </div>
            ))}
          </Link>
        </li>
      ))}
    </ul>
  );
}

/** Beside the name of a row: softer. */
export function Quiet({ children }: { children: ReactNode }) {
  return <span className="ts-quiet ts-small">{children}</span>;
}
