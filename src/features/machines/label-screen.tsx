'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { QRCodeSVG } from 'qrcode.react';
import { useSyncExternalStore } from 'react';
import { Icon } from '@/ui/icons';
import { Page } from '@/ui/page';
import { answered } from '../queries/answered';
import type { Machine } from '@/contract/records';

const noChange = () => () => undefined;

/** A label to stick on the machine: its name and a code that opens its page. */
export function LabelScreen({ machine, shop }: { machine: Machine; shop: string }) {
  // Only the browser knows the address of this site.
  const origin = useSyncExternalStore(
    noChange,
    () => window.location.origin,
    () => '',
  );
  return (
    <Page
      title={`Label of ${machine.name}`}
      lead="Print it and stick it where it stays clean. A phone that scans the code opens the page of the machine."
      actions={
        <>
          <Button variant="contained" startIcon={<Icon name="print" />} onClick={() => window.print()}>
            Print this label
          </Button>
          <Button variant="outlined" component={Link} href={`/machines/${machine.id}`}>
            Back to the machine
          </Button>
        </>
      }
    >
      <Box
        component="article"
        aria-label="Label"
        sx={{
          width: '90mm',
          minHeight: '38mm',
          bgcolor: '#ffffff',
          color: '#111111',
          border: '1px solid #111',
          borderRadius: '2mm',
          p: '3mm',
          display: 'flex',
          gap: '4mm',
          alignItems: 'center',
          breakInside: 'avoid',
        }}
      >
        <Box sx={{ width: '30mm', height: '30mm', flex: 'none' }}>
          {origin && (
            <QRCodeSVG
              value={`${origin}/machines/${machine.id}`}
              level="M"
              marginSize={1}
              title={`Code of ${machine.name}`}
              style={{ width: '100%', height: '100%' }}
            />
          )}
        </Box>
        <Box sx={{ minWidth: 0, overflowWrap: 'anywhere', lineHeight: 1.25 }}>
          <Box sx={{ fontSize: '13pt', fontWeight: 700 }}>{machine.name}</Box>
          <Box sx={{ fontSize: '9pt' }}>
            {machine.model.startsWith(machine.maker) ? machine.model : `${machine.maker} ${machine.model}`}
          </Box>
          {machine.serial && <Box sx={{ fontSize: '9pt' }}>No. {machine.serial}</Box>}
          <Box sx={{ fontSize: '9pt', mt: '2mm' }}>{shop}</Box>
        </Box>
      </Box>
    </Page>
  );
}

/** Page of the label of a machine. */
export const MachineLabel = answered('machine.label', 'This label', LabelScreen);
