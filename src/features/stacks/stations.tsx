'use client';

import Box from '@mui/material/Box';
import Link from 'next/link';
import { stackFaults } from '@/core/stack';
import { Card } from '@/ui/page';
import type { StoredDrive, StoredStack, UnreadableRow } from '@/contract/records';

/** Every pulley of a drive, and whether its bolt-up is drawn and right. */
export function Stations({
  drive,
  stacks,
}: {
  drive: StoredDrive;
  stacks: readonly (StoredStack | (UnreadableRow & { readonly pulley: string }))[];
}) {
  const stateOf = (pulley: string) => {
    const kept = stacks.find((s) => s.pulley === pulley);
    if (!kept) return null;
    if ('unreadable' in kept) return { text: 'cannot be read', wrong: true };
    const faults = stackFaults(kept.stack).length;
    return { text: faults === 0 ? 'correct' : `${faults} ${faults === 1 ? 'thing' : 'things'} wrong`, wrong: faults > 0 };
  };
  return (
    <Card title="Bolt-ups">
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {drive.document.pulleys.map((p, i) => {
          const state = stateOf(p.id);
          return (
            <li key={p.id}>
              <Box
                component={Link}
                href={`/drives/${drive.id}/stacks/${encodeURIComponent(p.id)}`}
                prefetch={false}
                sx={{
                  display: 'flex',
                  alignItems: 'center',
                  gap: 1,
                  minHeight: 44,
                  px: 1.5,
                  border: '1px solid',
                  borderColor: state?.wrong ? 'var(--ts-copper)' : 'var(--ts-edge)',
                  borderRadius: '4px',
                  color: 'inherit',
                  textDecoration: 'none',
                  '&:hover': { borderColor: 'var(--ts-work)' },
                }}
              >
                <span className="ts-mono ts-quiet">{i + 1}</span>
                {p.label ?? 'Unnamed pulley'}
                {state && (
                  <Box component="span" sx={{ fontSize: 13, color: state.wrong ? 'var(--ts-copper)' : 'var(--ts-work)' }}>
                    {state.text}
                  </Box>
                )}
              </Box>
            </li>
          );
        })}
      </Box>
    </Card>
  );
}
