import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import type { ReactNode } from 'react';
import type { StoredNotebook } from '@/contract/records';
import type { SaveState } from './notebook-saving';

const KEEPING_WORDS: Readonly<Record<SaveState, string>> = {
  kept: 'all entries saved',
  keeping: 'saving…',
  waiting: 'saved on this device, not sent',
};

const Plain = ({ href, children }: { readonly href: string; readonly children: ReactNode }) => (
  <Link href={href} style={{ color: 'inherit' }}>
    {children}
  </Link>
);

/** Name of a notebook, its machine and drive, and where its entries are saved. */
export function NotebookHead({
  stored,
  name,
  keeping,
  children,
}: {
  readonly stored: StoredNotebook;
  readonly name: string;
  readonly keeping: SaveState;
  /** Buttons. */
  readonly children: ReactNode;
}) {
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5, mb: 1 }}>
      <Box sx={{ mr: 'auto', minWidth: 0 }}>
        <Typography variant="h1">{name || 'Unnamed drive'}</Typography>
        <Typography role="status" sx={{ color: keeping === 'waiting' ? 'var(--ts-copper)' : 'var(--ts-quiet)', fontSize: 14 }}>
          <Plain href="/drives/measure">Being measured</Plain>{' '}
          {stored.machine && (
            <>
              for <Plain href={`/machines/${stored.machine.id}`}>{stored.machine.name}</Plain>{' '}
            </>
          )}
          · {KEEPING_WORDS[keeping]}
          {stored.driveId !== null && (
            <>
              {' '}
              · <Plain href={`/drives/${stored.driveId}`}>the drive made from it</Plain>
            </>
          )}
        </Typography>
      </Box>
      {children}
    </Box>
  );
}
