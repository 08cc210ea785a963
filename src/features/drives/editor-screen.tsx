'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import Link from 'next/link';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { validateDrive, type Drive, type Problem } from '@/core/drive';
import { saveFile } from '@/ui/download';
import { Icon } from '@/ui/icons';
import { drawnPose } from '@/ui/plate/drawn-pose';
import { Plate } from '@/ui/plate/plate';
import { usePose } from '@/client/solver';
import { UndoButtons } from '@/ui/undo-buttons';
import { useUnits } from '@/ui/units';
import type { PoseAnswer } from '@/services/solver';
import { useMayChange } from '../shell/shell-context';
import { DriveChecks } from './drive-checks';
import { DriveClash } from './drive-clash';
import type { PartList } from './editor-model';
import { fileNameOf } from './file-name';
import { PartsPanel } from './parts-panel';
import { useDrawing } from './use-drawing';
import { idlerOnTightSide } from './messages';
import { answered } from '../queries/answered';
import type { StoredDrive } from '@/contract/records';

/**
 * Editor of a drive: parts in a form, pulleys by hand on the Plate, with continuous checks. Every step can be undone,
 * and an unsaved drive survives a reload.
 */
export function EditorScreen({ stored, start }: { stored: StoredDrive | null; start: Drive }) {
  const mayChange = useMayChange();
  const narrow = useMediaQuery('(max-width:899px)');
  const drawing = useDrawing(stored, start);
  const { history, drive, quiet, text, changed, saving, save, theirs, forgetClash, takeTheirs, movePulley } = drawing;
  const [list, setList] = useState<PartList | 'drive'>(start.pulleys.length === 0 ? 'pulleys' : 'drive');
  const [at, setAt] = useState(0);
  const [lever, setLever] = useState(0);
  useSaveKey(mayChange ? save : null);

  const { solved, problems } = useSolved(drive, lever);
  const { write } = history;
  const change = useCallback((next: Drive, key?: string) => write(() => next, key), [write]);
  const selected = list === 'pulleys' ? (drive.pulleys[Math.min(at, drive.pulleys.length - 1)]?.id ?? null) : null;
  const onSelect = (id: string | null) => {
    if (id === null) return;
    setList('pulleys');
    setAt(drive.pulleys.findIndex((p) => p.id === id));
  };
  return (
    <Box sx={{ p: { xs: 1.5, sm: 2.5 } }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, mb: 1.5 }}>
        <Box sx={{ mr: 'auto', minWidth: 0 }}>
          <Typography variant="h1">{drive.name || 'Unnamed drive'}</Typography>
          <Typography sx={{ color: 'var(--ts-quiet)', fontSize: 14 }}>
            {stored ? (
              <Link href={`/drives/${stored.id}`} style={{ color: 'inherit' }}>
                Match a belt
              </Link>
            ) : (
              'Not saved yet'
            )}
            {changed ? ' · changed, not saved (stored on this device)' : stored ? ' · saved' : ''}
          </Typography>
        </Box>
        <UndoButtons of={history} />
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
            {saving ? 'Saving…' : 'Save drive'}
          </Button>
        )}
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) 372px' }, gap: 2, alignItems: 'start' }}>
        <Box sx={{ minWidth: 0 }}>
          <Plate
            drive={drive}
            answer={solved ?? drawnPose(drive)}
            lever={lever}
            onLever={setLever}
            selected={selected}
            onSelect={onSelect}
            {...(mayChange ? { onMovePulley: movePulley } : {})}
            height={narrow ? 320 : 'calc(100dvh - 310px)'}
          />
          <DriveChecks
            problems={problems}
            warnings={solved ? doubtsOf(drive, solved) : []}
            missing={drive.pulleys.length === 0 ? 'pulleys' : drive.belts.length === 0 ? 'belts' : null}
          />
          {solved && <BeltLine drive={drive} solved={solved} />}
        </Box>
        <PartsPanel
          drive={quiet}
          list={list}
          at={at}
          mayChange={mayChange}
          onList={setList}
          onAt={setAt}
          onChange={change}
          onUndo={history.undo}
        />
      </Box>
      <DriveClash mine={drive} theirs={theirs} onClose={forgetClash} onTheirs={takeTheirs} onMine={(other) => void save(other.version)} />
    </Box>
  );
}

/** Ctrl S saves. */
function useSaveKey(save: (() => Promise<void>) | null): void {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if ((!event.ctrlKey && !event.metaKey) || event.key.toLowerCase() !== 's') return;
      event.preventDefault();
      void save?.();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [save]);
}

/** A drawing solved as one draws; null until the answer is that of this very drawing, or where it cannot be. */
function useSolved(drive: Drive, lever: number): { solved: PoseAnswer | null; problems: readonly Problem[] } {
  const checked = useMemo(() => validateDrive(drive), [drive]);
  const request = useMemo(() => (checked.ok ? { drive: checked.drive, lever } : null), [checked, lever]);
  const { answer } = usePose(request);
  const posed = answer?.ok && request ? answer.answer : null;
  const problems = !checked.ok ? checked.problems : answer && !answer.ok ? answer.problems : [];
  const fits =
    posed !== null &&
    posed.pose.pulleys.length === drive.pulleys.length &&
    posed.pose.belts.length === drive.belts.length &&
    posed.pose.springs.length === drive.springs.length &&
    problems.length === 0;
  return { solved: fits ? posed : null, problems };
}

/** Doubts about a drive that can still be solved. */
function doubtsOf(drive: Drive, { warnings, problem, bands }: PoseAnswer): string[] {
  const tight = bands.flatMap((b, i) => (b.idlerOnTightSide ? [idlerOnTightSide(drive.belts[i]?.label ?? 'The belt')] : []));
  return [...warnings.map((w) => w.message), ...(problem ? [problem] : []), ...tight];
}

/** Length and tension of each belt, a line under the Plate. */
function BeltLine({ drive, solved }: { drive: Drive; solved: PoseAnswer }) {
  const { show } = useUnits();
  return (
    <Box role="status" sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 3, rowGap: 0.5, mt: 1, fontSize: 14 }}>
      {solved.solved.belts.map((s, i) => {
        const belt = drive.belts[i];
        const pull =
          s.tension === null
            ? ' along the path drawn'
            : s.tension > 0
              ? `, ${show(s.tension, 'force')}`
              : `, ${show(s.slack ?? 0, 'length')} slack`;
        return (
          <span key={belt?.id ?? i}>
            <strong>{belt?.label ?? belt?.id}</strong>: {show(s.outsideLength, 'length')} outside{pull}
          </span>
        );
      })}
    </Box>
  );
}

const StoredEditor = ({ stored }: { stored: StoredDrive }) => <EditorScreen stored={stored} start={stored.document} />;

/** Editor of a stored drive. */
export const StoredDriveEditor = answered('drive.find', 'This drive', StoredEditor, ({ stored }) => stored.id);
