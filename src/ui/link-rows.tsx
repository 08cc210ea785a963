import Link from 'next/link';
import type { CSSProperties, ReactNode } from 'react';

export interface LinkRow {
  readonly key: number;
  readonly href: string;
  /** Its name, and further cells of the columns. */
  readonly cells: readonly ReactNode[];
}

interface LinkRowsProps {
  readonly rows: readonly LinkRow[];
  readonly columns: string;
  /** Columns on a phone: one below the other by default. */
  readonly narrow?: string;
  /** On a phone, the column of all cells after the first two. */
  readonly rest?: number;
  /** Framed as a card, or plain under a heading of their own. */
  readonly framed?: boolean;
}

/** A list in which every row is a link. */
export function LinkRows({ rows, columns, narrow = '1fr', rest, framed = true }: LinkRowsProps) {
  return (
    <ul
      className={framed ? 'ts-rows ts-framed' : 'ts-rows'}
      style={{ '--cols': columns, '--cols-narrow': narrow, '--rest': rest } as CSSProperties}
    >
      {rows.map((row) => (
        <li key={row.key}>
          {/* Without prefetch, since a list has fifty links. */}
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

/** Secondary text of a row. */
export function Quiet({ children }: { children: ReactNode }) {
  return <span className="ts-quiet ts-small">{children}</span>;
}
