'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useState } from 'react';
import { Icon } from '@/ui/icons';
import { FindField, Pager, type ListAsk, type ListedPage } from '@/ui/listing';
import { useMoney } from '@/ui/money';
import { Empty, Page } from '@/ui/page';
import { useMayChange } from '../shell/shell-context';
import { PartForm } from './part-form';
import { noPartMatches } from './messages';
import { useListOf } from '../queries/use-query';
import type { Part } from '@/contract/records';

/** Bearings, idlers, springs, keepers: stock other than belts. */
export function PartsScreen({ first, asked }: { first: ListedPage<Part>; asked: ListAsk }) {
  const money = useMoney();
  const mayChange = useMayChange();
  const listing = useListOf('parts.list', first, asked);
  const [form, setForm] = useState<Part | 'new' | null>(null);
  const add = mayChange && (
    <Button variant="contained" startIcon={<Icon name="add" />} onClick={() => setForm('new')}>
      Add a part
    </Button>
  );
  return (
    <Page
      title="Parts"
      lead="Bearings, idlers, springs and keepers in stock."
      actions={
        <>
          <Button component={Link} href="/shelf" variant="outlined">
            Belts
          </Button>
          {add}
        </>
      }
    >
      {listing.blank ? (
        <Empty title="No parts yet" action={add}>
          Parts in stock can be used on a job. The count and the ticket change together.
        </Empty>
      ) : (
        <>
          <FindField label="Find a part" listing={listing} />
          <Box
            component="ul"
            sx={{ listStyle: 'none', m: 0, p: 0, border: '1px solid var(--ts-edge)', borderRadius: '4px', bgcolor: 'var(--ts-card)' }}
          >
            {listing.rows.map((p) => (
              <Box component="li" key={p.id} sx={{ '&:not(:first-of-type)': { borderTop: '1px solid var(--ts-edge)' } }}>
                <Box
                  component="button"
                  type="button"
                  disabled={!mayChange}
                  onClick={() => setForm(p)}
                  sx={{
                    all: 'unset',
                    boxSizing: 'border-box',
                    width: '100%',
                    display: 'grid',
                    gridTemplateColumns: { xs: '1fr auto', sm: 'minmax(0, 1.4fr) minmax(0, 1fr) 80px 90px 100px' },
                    gap: 1.5,
                    alignItems: 'center',
                    minHeight: 52,
                    px: 2,
                    py: 0.5,
                    cursor: mayChange ? 'pointer' : 'default',
                    '&:hover': { bgcolor: 'var(--ts-work-soft)' },
                    '&:focus-visible': { outline: '3px solid var(--ts-work)', outlineOffset: -3 },
                  }}
                >
                  <span style={{ fontWeight: 600 }}>{p.name}</span>
                  <span className="ts-mono ts-quiet ts-wide-only">{p.number}</span>
                  <span className="ts-quiet ts-wide-only">{p.bin}</span>
                  <span className="ts-mono">{p.quantity} in stock</span>
                  <span className="ts-mono ts-quiet ts-wide-only">{p.priceCents === null ? '' : money.show(p.priceCents)}</span>
                </Box>
              </Box>
            ))}
          </Box>
          {listing.rows.length === 0 && !listing.busy && (
            <Typography sx={{ mt: 2, color: 'var(--ts-quiet)' }}>{noPartMatches(listing.ask.find)}</Typography>
          )}
          <Pager listing={listing} />
        </>
      )}
      {form && <PartForm part={form === 'new' ? null : form} onClose={() => setForm(null)} onSaved={() => setForm(null)} />}
    </Page>
  );
}
