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

type PartRecord = Record<string, unknown>;

const nameOf = (part: PartRecord, i: number): string => String(part['label'] ?? part['name'] ?? part['id'] ?? i + 1);

/** Reason why a part of this kind cannot be added yet. */
const NEEDED_FIRST: Partial<Readonly<Record<PartList, string>>> = {
  tensioners: 'First add a pulley that no other part carries.',
  brakes: 'Add an arm or a slide first.',
};

/** The parts of the drive by kind, and the form of the one chosen. */
export const PartsPanel = memo(function PartsPanel(props: PartsPanelProps) {
  const { drive, list, at, mayChange, onList, onAt, onChange, onUndo } = props;
  const tell = useNotice();
  const parts = list === 'drive' ? [] : (drive[list] as readonly PartRecord[]);
  const index = Math.min(at, parts.length - 1);
  const part = list === 'drive' ? (drive as unknown as PartRecord) : parts[index];
  const put = (next: PartRecord, key: string) => {
    if (list === 'drive') onChange(next as unknown as Drive, `drive.${key}`);
    else onChange({ ...drive, [list]: parts.map((p, i) => (i === index ? next : p)) }, `${list}.${index}.${key}`);
  };
  const remove = () => {
    if (list === 'drive' || !part) return;
    onChange(list === 'pulleys' ? withoutPulley(drive, String(part['id'])) : { ...drive, [list]: parts.filter((_, i) => i !== index) });
    onAt(Math.max(0, index - 1));
    tell({ text: 'Removed from the drive.', tone: 'done', undo: onUndo });
  };
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
      {list !== 'drive' && <PartButtons {...{ drive, list, parts, index, mayChange, onAt, onChange }} />}
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

/** Parts of one kind, and a button for another. */
function PartButtons({
  drive,
  list,
  parts,
  index,
  mayChange,
  onAt,
  onChange,
}: Pick<PartsPanelProps, 'drive' | 'mayChange' | 'onAt' | 'onChange'> & {
  list: PartList;
  parts: readonly PartRecord[];
  index: number;
}) {
  const tell = useNotice();
  const add = () => {
    const next = newPart(drive, list);
    if (next === drive) return tell({ text: NEEDED_FIRST[list] ?? 'Add a pulley first.', tone: 'refused' });
    onChange(next);
    onAt(next[list].length - 1);
  };
  return (
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
  );
}
