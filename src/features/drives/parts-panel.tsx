'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { memo } from 'react';
import type { Drive } from '@/core/drive';
import { Icon } from '@/ui/icons';
import { useNotice } from '@/ui/notice';
import { newPart, withoutPulley, type PartList } from './editor-model';
import { PartForm } from './part-form';
import { PART_LISTS } from './part-lists';
import { RouteEditor } from './route-editor';

interface PartsPanelProps {
  readonly drive: Drive;
  readonly list: PartList | 'drive';
  readonly at: number;
  readonly mayChange: boolean;
  readonly onList: (list: PartList | 'drive') => void;
  readonly onAt: (at: number) => void;
  readonly onChange: (drive: Drive, key?: string) => void;
  readonly onUndo: () => void;
}

/** The parts of the drive by kind, and the form of the one chosen. */
export const PartsPanel = memo(function PartsPanel({ drive, list, at, mayChange, onList, onAt, onChange, onUndo }: PartsPanelProps) {
  const tell = useNotice();
  const parts = list === 'drive' ? [] : (drive[list] as readonly Record<string, unknown>[]);
  const index = Math.min(at, parts.length - 1);
  const part = list === 'drive' ? (drive as unknown as Record<string, unknown>) : parts[index];
  const put = (next: Record<string, unknown>, key: string) => {
    if (list === 'drive') onChange(next as unknown as Drive, `drive.${key}`);
    else onChange({ ...drive, [list]: parts.map((p, i) => (i === index ? next : p)) }, `${list}.${index}.${key}`);
  };
  const add = () => {
    if (list === 'drive') return;
    const next = newPart(drive, list);
    if (next === drive) {
      tell({
        text:
          list === 'tensioners'
            ? 'First add a pulley that no other part carries.'
            : list === 'brakes'
              ? 'Add an arm or a slide first.'
              : 'Add a pulley first.',
        tone: 'refused',
      });
      return;
    }
    onChange(next);
    onAt(next[list].length - 1);
  };
  const remove = () => {
    if (list === 'drive' || !part) return;
    onChange(list === 'pulleys' ? withoutPulley(drive, String(part['id'])) : { ...drive, [list]: parts.filter((_, i) => i !== index) });
    onAt(Math.max(0, index - 1));
    tell({ text: 'Removed from the drive.', tone: 'done', undo: onUndo });
  };
  const nameOf = (p: Record<string, unknown>, i: number) => String(p['label'] ?? p['name'] ?? p['id'] ?? i + 1);
  return (
    <Box
      sx={{
        border: '1px solid var(--ts-edge)',
        borderRadius: '4px',
        bgcolor: 'var(--ts-card)',
        p: 2,
        maxHeight: { md: 'calc(100dvh - 160px)' },
        overflowY: 'auto',
      }}
    >
      <TextField
        select
        label="Part"
        value={list}
        sx={{ mb: 2 }}
        onChange={(e) => {
          onList(e.target.value as PartList | 'drive');
          onAt(0);
        }}
      >
        {PART_LISTS.map(([key, word]) => (
          <MenuItem key={key} value={key}>
            {word}
            {key === 'drive' ? '' : ` (${drive[key].length})`}
          </MenuItem>
        ))}
      </TextField>
      {list !== 'drive' && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mb: 2 }}>
          {parts.map((p, i) => (
            <Button
              key={String(p['id'] ?? p['name'] ?? i)}
              size="small"
              variant={i === index ? 'contained' : 'outlined'}
              onClick={() => onAt(i)}
              sx={{ px: 1.25 }}
            >
              {list === 'pulleys' ? `${i + 1} ` : ''}
              {nameOf(p, i)}
            </Button>
          ))}
          {mayChange && (
            <Button size="small" startIcon={<Icon name="add" size={18} />} onClick={add}>
              {PART_LISTS.find(([key]) => key === list)?.[2]}
            </Button>
          )}
        </Box>
      )}
      {part && (
        <PartForm
          key={`${list}-${index}-${String(part['id'] ?? '')}`}
          drive={drive}
          list={list}
          part={part}
          onPart={put}
          disabled={!mayChange}
        />
      )}
      {list === 'belts' && part && (
        <Box sx={{ mt: 2 }}>
          <RouteEditor
            pulleys={drive.pulleys}
            route={(part as unknown as Drive['belts'][number]).route}
            disabled={!mayChange}
            onRoute={(route) => put({ ...part, route }, 'route')}
          />
        </Box>
      )}
      {list !== 'drive' && part && mayChange && (
        <Button color="error" onClick={remove} sx={{ mt: 2 }}>
          Take {nameOf(part, index)} off
        </Button>
      )}
      {list !== 'drive' && !part && <Typography sx={{ color: 'var(--ts-quiet)' }}>None yet.</Typography>}
    </Box>
  );
});
