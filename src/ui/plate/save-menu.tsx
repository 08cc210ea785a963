'use client';

import IconButton from '@mui/material/IconButton';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Tooltip from '@mui/material/Tooltip';
import { useState } from 'react';
import type { Drive } from '@/core/drive';
import type { PoseAnswer } from '@/services/solver';
import { Icon } from '../icons';
import { useNotice } from '../notice';
import { saveCard, saveDrawing, type CardFormat } from './card';

const CARD_FORMATS: readonly (readonly [CardFormat, string])[] = [
  ['pdf', 'Routing card, PDF'],
  ['png', 'Routing card, PNG'],
  ['svg', 'Routing card, SVG'],
];

/** The drawing to scale, or the routing card to tape to the machine. */
export function SaveMenu({ drive, answer, lever }: { drive: Drive; answer: PoseAnswer; lever: number }) {
  const tell = useNotice();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const card = (format: CardFormat) => {
    setAnchor(null);
    saveCard(drive, answer, format).catch(() =>
      tell({ text: 'The card could not be made in this format. Save it as SVG instead.', tone: 'refused' }),
    );
  };
  return (
    <>
      <Tooltip title="Save or print">
        <IconButton aria-label="Save the drawing or the routing card" aria-haspopup="menu" onClick={(e) => setAnchor(e.currentTarget)}>
          <Icon name="download" size={20} />
        </IconButton>
      </Tooltip>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {CARD_FORMATS.map(([format, words]) => (
          <MenuItem key={format} onClick={() => card(format)}>
            {words}
          </MenuItem>
        ))}
        <MenuItem
          onClick={() => {
            setAnchor(null);
            saveDrawing(drive, answer, lever <= 0 ? 'released' : lever >= 1 ? 'engaged' : 'between');
          }}
        >
          Drawing to scale, SVG
        </MenuItem>
      </Menu>
    </>
  );
}
