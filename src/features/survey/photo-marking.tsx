'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMemo, useRef, useState } from 'react';
import type { Notebook, NotebookPhoto } from '@/core/survey';
import type { Spot } from '@/ui/viewport';
import { beltRouteStatus, nextPossibleRim, placesMarked, RIM_SEARCH, TAP_NO_SPAN } from './messages';
import { PhotoBoard } from './photo-board';
import { PhotoDistance } from './photo-distance';
import {
  circlesOf,
  handlesOf,
  instruction,
  moved,
  rimShown,
  scaleSpotsOf,
  tapped,
  withNextRim,
  withRim,
  type PossibleRims,
} from './photo-marks';
import { PhotoDiameters, PlaceButtons } from './photo-places';
import { loopOf, spansOn, withPulleyTapped, withSpanTapped, withTappedBelt, withTappedRoute } from './photo-route';
import { PhotoScale, type SetPhoto } from './photo-scale';
import type { StepProps } from './steps';
import { useRim } from './use-rim';

type Props = StepProps & {
  readonly photo: NotebookPhoto;
  /** Address of the picture. */
  readonly src: string;
  readonly onRemove: () => void;
};

/** One photo: pulleys and the belt on it, and its scale. */
export function PhotoMarking({ notebook, look, photo, src, write, mayChange, onRemove }: Props) {
  const [onBelt, setOnBelt] = useState(false);
  const [beltChosen, setBeltChosen] = useState<string | null>(null);
  const [missed, setMissed] = useState(false);
  const belt = notebook.belts.find((b) => b.id === beltChosen)?.id ?? notebook.belts[0]?.id ?? null;
  const places = usePlaces({ notebook, photo, src, write });
  const rims = photo.scale.kind === 'rims';
  const spans = useMemo(() => (belt === null ? [] : spansOn(notebook, photo.id, belt)), [notebook, photo.id, belt]);
  const tapSpan = (at: Spot) => {
    const { notebook: now, belt: of } = withTappedBelt(notebook);
    const target = belt ?? of;
    const next = withSpanTapped(now, photo.id, target, at);
    setMissed(next === null);
    if (next) write((latest) => withSpanTapped(withTappedBelt(latest).notebook, photo.id, target, at) ?? latest);
  };
  const words = () => {
    if (!mayChange) return 'Marked so:';
    if (!onBelt) return instruction(notebook, photo, places.chosen);
    if (missed) return TAP_NO_SPAN;
    const route = belt === null ? NO_ROUTE : loopOf(notebook, belt).route;
    return beltRouteStatus(notebook, route, rimsOn(photo));
  };
  return (
    <>
      {rims && mayChange && (
        <MarkModes {...{ notebook, onBelt, belt }} ready={rimsOn(photo).length >= 2} onMode={setOnBelt} onBeltChosen={setBeltChosen} />
      )}
      <Typography role="status" sx={{ fontWeight: 650, mb: 0.75 }}>
        {words()}
      </Typography>
      {mayChange && !onBelt && RIM_SEARCH[places.search] !== '' && (
        <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1.25, rowGap: 0.5, mb: 0.75 }}>
          <span role="status" aria-label="Rim">
            {RIM_SEARCH[places.search]}
          </span>
          {places.choice && (
            <Button variant="outlined" onClick={places.choice.nextRim}>
              {nextPossibleRim(places.choice.shown, places.choice.count)}
            </Button>
          )}
        </Box>
      )}
      <PhotoBoard
        src={src}
        width={photo.width}
        height={photo.height}
        alt={placesMarked(photo.marks.length)}
        handles={onBelt ? [] : handlesOf(notebook, photo)}
        circles={circlesOf(photo, onBelt ? null : places.chosen)}
        scale={scaleSpotsOf(photo)}
        spans={spans.flatMap((s) => (s ? [s.ends] : []))}
        onMove={places.move}
        onTap={onBelt ? tapSpan : places.tap}
        mayChange={mayChange}
      />
      {!onBelt && <PlaceButtons {...{ notebook, photo, mayChange }} set={places.set} chosen={places.chosen} onChoose={places.setChosen} />}
      {rims && (
        <Box sx={{ mt: 1.25 }}>
          <PhotoDistance {...{ notebook, photo, write, mayChange }} />
        </Box>
      )}
      <PhotoDiameters {...{ notebook, photo, look, write, mayChange }} />
      <PhotoScale {...{ photo, mayChange, onRemove }} set={places.set} />
    </>
  );
}

const NO_ROUTE = { ok: false, why: 'none', at: [] } as const;

/** Pulleys with a rim on a photo. */
const rimsOn = ({ marks }: NotebookPhoto): string[] => marks.flatMap((m) => (m.radius === undefined ? [] : [m.of]));

/** Choice of what a tap on the photo marks: a pulley, or a span of a belt. */
function MarkModes({
  notebook,
  onBelt,
  belt,
  ready,
  onMode,
  onBeltChosen,
}: Pick<Props, 'notebook'> & {
  readonly onBelt: boolean;
  readonly belt: string | null;
  /** Two pulleys are marked, so that a span can be. */
  readonly ready: boolean;
  readonly onMode: (onBelt: boolean) => void;
  readonly onBeltChosen: (id: string) => void;
}) {
  return (
    <Box role="group" aria-label="Mark" sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mb: 1 }}>
      <Button variant={onBelt ? 'outlined' : 'contained'} aria-pressed={!onBelt} onClick={() => onMode(false)}>
        Mark pulleys
      </Button>
      <Button variant={onBelt ? 'contained' : 'outlined'} aria-pressed={onBelt} disabled={!ready} onClick={() => onMode(true)}>
        Mark the belt
      </Button>
      {onBelt &&
        notebook.belts.length > 1 &&
        notebook.belts.map((b) => (
          <Button key={b.id} aria-pressed={b.id === belt} onClick={() => onBeltChosen(b.id)}>
            {b.label}
          </Button>
        ))}
    </Box>
  );
}

/** Notebook with the routes that follow from the taps, after marks were changed. */
const rerouted = (notebook: Notebook): Notebook => notebook.belts.reduce((now, b) => withTappedRoute(now, b.id), notebook);

const withPhoto = (notebook: Notebook, id: string, change: (photo: NotebookPhoto) => NotebookPhoto): Notebook =>
  rerouted({ ...notebook, photos: notebook.photos.map((p) => (p.id === id ? change(p) : p)) });

/** Marks on a photo: taps, drags, and the search for the rim around a tap. */
function usePlaces({ notebook, photo, src, write }: Pick<Props, 'notebook' | 'photo' | 'src' | 'write'>) {
  const { marks } = photo;
  const [chosen, setChosen] = useState<string | null>(null);
  const { search, find } = useRim(src);
  const latest = useRef<string | null>(null);
  const [possible, setPossible] = useState<{ readonly of: string; readonly rims: PossibleRims } | null>(null);
  const set: SetPhoto = (part, key) =>
    write((now) => withPhoto(now, photo.id, (p) => ({ ...p, ...part })), key && `photo-${photo.id}-${key}`);
  /** The rim around a tap takes the place of the first circle. */
  const snap = async (of: string, at: Spot) => {
    latest.current = of;
    setPossible(null);
    const rims = await find(
      at,
      marks.filter((m) => m.of !== of),
    );
    if (!rims) return;
    // The button belongs to the tap that the sentence is about.
    if (latest.current === of) setPossible({ of, rims });
    write((now) => withPhoto(now, photo.id, (p) => withRim(p, of, at, rims[0].ellipse, rims[0].sd)));
  };
  const shown = possible && possible.rims.length > 1 ? rimShown(photo, possible.of, possible.rims) : -1;
  const nextRim = () => possible && write((now) => withPhoto(now, photo.id, (p) => withNextRim(p, possible.of, possible.rims)));
  const tap = (at: Spot) => {
    const after = tapped(notebook, photo, chosen, at);
    if (after) {
      set(after.photo);
      if (after.chosen !== undefined) setChosen(after.chosen);
      const of = after.photo.marks?.at(-1)?.of;
      if (of !== undefined && notebook.pulleys.some((p) => p.id === of)) void snap(of, at);
      return;
    }
    if (photo.scale.kind !== 'rims') return;
    const { notebook: next, id } = withPulleyTapped(notebook, photo, at);
    const pulley = next.pulleys.at(-1)!;
    const marked = tapped(next, photo, id, at)!;
    write((now) => ({
      ...now,
      pulleys: [...now.pulleys, pulley],
      photos: now.photos.map((p) => (p.id === photo.id ? { ...p, ...marked.photo } : p)),
    }));
    setChosen(null);
    void snap(id, at);
  };
  const move = (key: string, at: Spot) => {
    const after = moved(photo, key, at);
    set(after.photo, key);
    if (after.chosen !== undefined) setChosen(after.chosen);
  };
  /** The rim that is shown, of those that are possible. Null: there is one at most, or it was moved. */
  const choice = shown < 0 ? null : { shown: shown + 1, count: possible!.rims.length, nextRim };
  return { chosen, setChosen, search, choice, set, tap, move };
}
