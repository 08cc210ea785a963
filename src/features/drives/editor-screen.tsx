'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Tooltip from '@mui/material/Tooltip';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { memo, useCallback, useEffect, useMemo, useReducer, useRef, useState } from 'react';
import { validateDrive, type Drive, type Problem } from '@/core/drive';
import { writeDriveFile } from '@/formats/drive-file';
import { dayAndTime } from '@/ui/dates';
import { useOwnKey } from '@/ui/device';
import { saveFile } from '@/ui/download';
import { Icon } from '@/ui/icons';
import { useNotice } from '@/ui/notice';
import { drawnPose } from '@/ui/plate/drawn-pose';
import { Plate } from '@/ui/plate/plate';
import { usePose } from '@/ui/solver';
import { useUnits } from '@/ui/units';
import type { StoredDrive } from '@/db';
import { useMayChange } from '../shell/shell-context';
import { addDrive, saveDrive } from './actions';
import { begin, edit, newPart, withoutPulley, type PartList } from './editor-model';
import { PartForm } from './part-form';
import { RouteEditor } from './route-editor';

const LISTS: readonly (readonly [PartList | 'drive', string, string])[] = [
  ['drive', 'The drive', ''],
  ['pulleys', 'Pulleys', 'Add a pulley'],
  ['belts', 'Belts', 'Add a belt'],
  ['tensioners', 'Arms and slides', 'Add an arm'],
  ['springs', 'Springs', 'Add a spring'],
  ['adjusters', 'Adjusters', 'Add an adjuster'],
  ['brakes', 'Brakes', 'Add a brake'],
  ['keepers', 'Keepers', 'Add a keeper'],
  ['states', 'States', 'Add a state'],
];

export const fileNameOf = (drive: Drive): string =>
  `${
    drive.name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'drive'
  }.drive.json`;

/** Draws a drive: parts in a form, pulleys by hand on the Plate, checked as one goes; every step can be undone, and an unsaved drive survives a reload. */
export function EditorScreen({ stored, start }: { stored: StoredDrive | null; start: Drive }) {
  const router = useRouter();
  const tell = useNotice();
  const mayChange = useMayChange();
  const { show } = useUnits();
  const narrow = useMediaQuery('(max-width:899px)');
  const draftKey = useOwnKey(`drive-${stored?.id ?? 'new'}`);
  const [editing, dispatch] = useReducer(edit, start, begin);
  const [version, setVersion] = useState(stored?.version ?? 0);
  const [kept, setKept] = useState(() => writeDriveFile(start));
  const [list, setList] = useState<PartList | 'drive'>(start.pulleys.length === 0 ? 'pulleys' : 'drive');
  const [at, setAt] = useState(0);
  const [lever, setLever] = useState(0);
  const [clash, setClash] = useState<StoredDrive | null>(null);
  const [saving, setSaving] = useState(false);
  const { drive } = editing;
  // While a pulley is dragged only the drawing follows; forms, the check for changes and the kept draft wait until it is let go.
  const [beforeDrag, setBeforeDrag] = useState<Drive | null>(null);
  const quiet = beforeDrag ?? drive;
  const text = useMemo(() => writeDriveFile(quiet), [quiet]);
  const changed = text !== kept;

  // What was drawn and not saved comes back after a reload.
  const restored = useRef(false);
  useEffect(() => {
    const restore = () => {
      restored.current = true;
      const draft = localStorage.getItem(draftKey);
      if (!draft) return;
      try {
        const { drive: saved, version: from } = JSON.parse(draft) as { drive: Drive; version: number };
        if (!Array.isArray(saved.pulleys) || writeDriveFile(saved) === writeDriveFile(start)) return;
        dispatch({ type: 'change', drive: saved });
        setVersion(from);
        tell({ text: 'Your unsaved drawing is back.', tone: 'done', undo: () => dispatch({ type: 'undo' }) });
      } catch {
        localStorage.removeItem(draftKey);
      }
    };
    const soon = setTimeout(restore, 0);
    return () => clearTimeout(soon);
  }, [draftKey, start, tell]);
  useEffect(() => {
    if (changed) localStorage.setItem(draftKey, JSON.stringify({ drive: quiet, version }));
    else if (restored.current) localStorage.removeItem(draftKey);
  }, [changed, quiet, draftKey, version]);

  const checked = useMemo(() => validateDrive(drive), [drive]);
  const request = useMemo(() => (checked.ok ? { drive: checked.drive, lever } : null), [checked, lever]);
  const { answer } = usePose(request);
  const posed = answer?.ok && request ? answer.answer : null;
  const problems: readonly Problem[] = !checked.ok ? checked.problems : answer && !answer.ok ? answer.problems : [];
  const fits =
    posed &&
    posed.pose.pulleys.length === drive.pulleys.length &&
    posed.pose.belts.length === drive.belts.length &&
    posed.pose.springs.length === drive.springs.length &&
    problems.length === 0;
  const shown = fits ? posed : drawnPose(drive);

  const change = useCallback(
    (next: Drive, key?: string) => dispatch({ type: 'change', drive: next, ...(key === undefined ? {} : { key }) }),
    [],
  );
  const undo = useCallback(() => dispatch({ type: 'undo' }), []);
  const save = useCallback(
    async (over?: number) => {
      setSaving(true);
      const unreached = {
        ok: false as const,
        reason: 'failed' as const,
        problem: stored
          ? 'The server does not answer. Your drawing is kept on this device; save again in a moment.'
          : 'The server does not answer. The drive may be kept all the same: look under Drives before you save again. Your drawing is on this device, too.',
      };
      if (stored) {
        const result = await saveDrive({ id: stored.id, version: over ?? version, document: drive }).catch(() => unreached);
        if (result.ok) {
          setVersion(result.value.version);
          setKept(writeDriveFile(drive));
          setClash(null);
          tell({ text: 'Saved.', tone: 'done' });
          router.refresh();
        } else if (result.reason === 'stale') setClash(result.current);
        else tell({ text: result.problem, tone: 'refused' });
      } else {
        const result = await addDrive({ document: drive }).catch(() => unreached);
        if (result.ok) {
          localStorage.removeItem(draftKey);
          setKept(writeDriveFile(drive));
          router.push(`/drives/${result.value.id}`);
        } else tell({ text: result.problem, tone: 'refused' });
      }
      setSaving(false);
    },
    [stored, version, drive, tell, router, draftKey],
  );

  useEffect(() => {
    const press = (event: globalThis.KeyboardEvent) => {
      if (!event.ctrlKey && !event.metaKey) return;
      const key = event.key.toLowerCase();
      if (key === 's') {
        event.preventDefault();
        if (mayChange) void save();
      } else if (key === 'z' && !(event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement)) {
        event.preventDefault();
        dispatch({ type: event.shiftKey ? 'redo' : 'undo' });
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [save, mayChange]);
  useEffect(() => {
    if (!changed) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [changed]);

  const onMovePulley = (id: string, x: number, y: number, settled: boolean) => {
    change(
      {
        ...drive,
        pulleys: drive.pulleys.map((p) => (p.id === id ? { ...p, x: Math.round(x * 100) / 100, y: Math.round(y * 100) / 100 } : p)),
      },
      `move-${id}`,
    );
    setBeforeDrag((held) => (settled ? null : (held ?? drive)));
    if (settled) dispatch({ type: 'settle' });
  };
  const selected = list === 'pulleys' ? (drive.pulleys[Math.min(at, drive.pulleys.length - 1)]?.id ?? null) : null;
  const onSelect = (id: string | null) => {
    if (id === null) return;
    setList('pulleys');
    setAt(drive.pulleys.findIndex((p) => p.id === id));
  };
  const moves = drive.springs.some((s) => s.from.leverTravel || s.to.leverTravel);

  return (
    <Box sx={{ p: { xs: 1.5, sm: 2.5 } }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, mb: 1.5 }}>
        <Box sx={{ mr: 'auto', minWidth: 0 }}>
          <Typography variant="h1">{drive.name || 'Unnamed drive'}</Typography>
          <Typography sx={{ color: 'var(--ts-quiet)', fontSize: 14 }}>
            {stored ? (
              <Link href={`/drives/${stored.id}`} style={{ color: 'inherit' }}>
                Ask a belt of it
              </Link>
            ) : (
              'Not saved yet'
            )}
            {changed ? ' · changed, kept on this device until you save' : stored ? ' · saved' : ''}
          </Typography>
        </Box>
        <Tooltip title="Undo (Ctrl Z)">
          <span>
            <IconButton aria-label="Undo" disabled={editing.past.length === 0} onClick={() => dispatch({ type: 'undo' })}>
              <Icon name="undo" />
            </IconButton>
          </span>
        </Tooltip>
        <Tooltip title="Redo (Ctrl Shift Z)">
          <span>
            <IconButton aria-label="Redo" disabled={editing.future.length === 0} onClick={() => dispatch({ type: 'redo' })}>
              <Icon name="redo" />
            </IconButton>
          </span>
        </Tooltip>
        <Button
          variant="outlined"
          startIcon={<Icon name="download" size={18} />}
          onClick={() => saveFile(fileNameOf(drive), text, 'application/json')}
        >
          Save as a file
        </Button>
        {mayChange && (
          <Button
            variant="contained"
            startIcon={<Icon name="save" size={18} />}
            disabled={saving || (!changed && stored !== null)}
            onClick={() => void save()}
          >
            {saving ? 'Saving …' : 'Save this drive'}
          </Button>
        )}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) 372px' }, gap: 2, alignItems: 'start' }}>
        <Box sx={{ minWidth: 0 }}>
          <Plate
            drive={drive}
            answer={shown}
            lever={lever}
            onLever={setLever}
            leverMoves={moves}
            selected={selected}
            onSelect={onSelect}
            {...(mayChange ? { onMovePulley } : {})}
            height={narrow ? 320 : 'calc(100dvh - 310px)'}
          />
          <Checks
            problems={problems}
            warnings={
              fits
                ? [
                    ...posed.warnings.map((w) => w.message),
                    ...(posed.problem ? [posed.problem] : []),
                    ...posed.bands.flatMap((b, i) =>
                      b.idlerOnTightSide
                        ? [
                            `${drive.belts[i]?.label ?? 'The belt'}: the sprung idler runs on the tight side; check the rotation, or move the idler to the slack side.`,
                          ]
                        : [],
                    ),
                  ]
                : []
            }
            missing={drive.pulleys.length === 0 ? 'pulleys' : drive.belts.length === 0 ? 'belts' : null}
          />
          {fits && (
            <Box role="status" sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3, rowGap: 0.5, mt: 1, fontSize: 14 }}>
              {drive.belts.map((b, i) => {
                const s = posed.solved.belts[i]!;
                return (
                  <span key={b.id}>
                    <strong>{b.label ?? b.id}</strong>: {show(s.outsideLength, 'length')} outside
                    {s.tension === null
                      ? ' along the path drawn'
                      : s.tension > 0
                        ? `, ${show(s.tension, 'force')}`
                        : `, ${show(s.slack ?? 0, 'length')} slack`}
                  </span>
                );
              })}
            </Box>
          )}
        </Box>
        <PartsPanel drive={quiet} list={list} at={at} mayChange={mayChange} onList={setList} onAt={setAt} onChange={change} onUndo={undo} />
      </Box>
      <Dialog open={clash !== null} onClose={() => setClash(null)} fullWidth maxWidth="sm">
        <DialogTitle>Someone else changed this drive</DialogTitle>
        <DialogContent>
          <Typography>
            {clash?.changedBy} saved it {clash ? `on ${dayAndTime(clash.changedAt)}` : ''}, while you were drawing. Both versions are still
            here: yours on this screen, theirs in the shop.
          </Typography>
          {clash && (
            <Box component="ul" sx={{ pl: 2.5 }}>
              {differences(drive, clash.document).map((d) => (
                <li key={d}>{d}</li>
              ))}
            </Box>
          )}
        </DialogContent>
        <DialogActions sx={{ p: 2, flexWrap: 'wrap', gap: 1 }}>
          <Button onClick={() => setClash(null)}>Go on drawing</Button>
          <Button
            variant="outlined"
            onClick={() => {
              if (clash) {
                dispatch({ type: 'change', drive: clash.document });
                setVersion(clash.version);
                setKept(writeDriveFile(clash.document));
                setClash(null);
              }
            }}
          >
            Take theirs
          </Button>
          <Button variant="contained" onClick={() => clash && void save(clash.version)}>
            Keep mine instead
          </Button>
        </DialogActions>
      </Dialog>
    </Box>
  );
}

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
const PartsPanel = memo(function PartsPanel({ drive, list, at, mayChange, onList, onAt, onChange, onUndo }: PartsPanelProps) {
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
            ? 'Add a pulley that is not carried yet first.'
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
    tell({ text: 'Taken off the drive.', tone: 'done', undo: onUndo });
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
        {LISTS.map(([key, word]) => (
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
              {LISTS.find(([key]) => key === list)![2]}
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

/** In what two versions of a drive differ, by part, for whoever must choose. */
function differences(mine: Drive, theirs: Drive): string[] {
  const found: string[] = [];
  if (mine.name !== theirs.name) found.push(`Name: yours “${mine.name}”, theirs “${theirs.name}”`);
  for (const [list, word] of LISTS) {
    if (list === 'drive') continue;
    const own = new Map((mine[list] as readonly { id?: string; name?: string; label?: string }[]).map((p) => [p.id ?? p.name, p]));
    const other = new Map((theirs[list] as readonly { id?: string; name?: string; label?: string }[]).map((p) => [p.id ?? p.name, p]));
    for (const id of new Set([...own.keys(), ...other.keys()])) {
      const [a, b] = [own.get(id), other.get(id)];
      if (JSON.stringify(a) !== JSON.stringify(b))
        found.push(`${word}: ${(a ?? b)?.label ?? id} ${!a ? 'is only in theirs' : !b ? 'is only in yours' : 'differs'}`);
    }
  }
  return found.slice(0, 12);
}

function Checks({
  problems,
  warnings,
  missing,
}: {
  problems: readonly Problem[];
  warnings: readonly string[];
  missing: 'pulleys' | 'belts' | null;
}) {
  if (missing === 'belts' && problems.length === 0)
    return (
      <Alert severity="info" variant="outlined" sx={{ mt: 1 }}>
        Now a belt: choose Belts, add one, and put its pulleys in order round the loop.
      </Alert>
    );
  if (missing === 'pulleys')
    return (
      <Alert severity="info" variant="outlined" sx={{ mt: 1 }}>
        Begin with the pulleys: add one for each, give its outside diameter, and drag it into place. Then add a belt and its route.
      </Alert>
    );
  if (problems.length === 0 && warnings.length === 0)
    return (
      <Alert severity="success" variant="outlined" icon={<Icon name="check" />} sx={{ mt: 1, py: 0 }}>
        The drive can be solved.
      </Alert>
    );
  return (
    <Alert severity={problems.length > 0 ? 'warning' : 'info'} variant="outlined" sx={{ mt: 1, py: 0 }}>
      {problems.length > 0 ? 'Not solved yet:' : 'Solved, with a doubt:'}
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {[...problems.map((p) => `${p.path ? `${p.path}: ` : ''}${p.message}`), ...warnings].slice(0, 8).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </Box>
    </Alert>
  );
}
