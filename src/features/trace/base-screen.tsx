'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState, type ComponentProps } from 'react';
import {
  CAUSES,
  CHECKS,
  COMPLAINTS,
  DRIVE_KINDS,
  linksOfCause,
  NOTHING_SHOWN,
  type Cause,
  type DriveKind,
  commonnessOn,
  corrected,
  jobsOf,
  learned,
  vocabulary,
  WORTH_JOBS,
  type Confirmed,
} from '@/core/fault';
import { Choices } from '@/ui/choices';
import { Page } from '@/ui/page';
import { UNFOLDS } from '@/ui/unfolds';
import { AddLink, LinkLine } from './link-line';
import { confirmedOn, noCauseMatches, noneConfirmed } from './messages';
import { answered } from '../queries/answered';
import { useShell } from '../shell/shell-context';
import type { StoredCorrection } from '@/contract/records';

/** Number of visible causes before unfolding. */
const SHOWN = 25;

const causes: readonly Cause[] = CAUSES;
const complaintLabel = (id: string) => COMPLAINTS.find((c) => c.id === id)!.label;
const checkLabel = (id: string) => CHECKS.find((c) => c.id === id)!.label;
const subjectLabel = (id: string) => (CHECKS.some((c) => c.id === id) ? checkLabel(id) : complaintLabel(id));
const isLink = (subject: string) => CHECKS.some((c) => c.id === subject) || COMPLAINTS.some((c) => c.id === subject);
const share = (p: number) => `${(100 * p).toFixed(1)}%`;

/** The fault base, which an owner can correct: causes of a kind of drive with their frequency, signs and repairs. */
export function BaseScreen({
  confirmed,
  corrections,
  mayCorrect,
}: {
  confirmed: readonly Confirmed[];
  corrections: readonly StoredCorrection[];
  mayCorrect: boolean;
}) {
  const [kind, setKind] = useState<DriveKind>('deck-lever');
  const [find, setFind] = useState('');
  const [all, setAll] = useState(false);
  const own = learned(corrected(vocabulary(), corrections), confirmed);
  const shipped = vocabulary();
  const priorOf = (from: typeof own, id: string) => from.causes.find((c) => c.id === id)!.kinds[kind]!;
  const sought = find.trim().toLowerCase();
  const found = causes
    .filter((c) => c.kinds.includes(kind) && `${c.label} ${c.repair.name}`.toLowerCase().includes(sought))
    .sort((a, b) => priorOf(own, b.id) - priorOf(own, a.id));
  const jobs = jobsOf(confirmed, kind);
  return (
    <Page
      title="Causes of belt trouble"
      lead="Data of fault tracing: how common each cause is, its signs and its repair. The manual of the machine takes priority."
    >
      <Box sx={{ display: 'grid', gap: 1.5, mb: 2 }}>
        <Choices
          label="Kind of drive"
          value={kind}
          options={DRIVE_KINDS.map(({ id, label }) => ({ id, label }))}
          onChoose={(next) => {
            setKind(next);
            setAll(false);
          }}
        />
        <TextField label="Find a cause" value={find} onChange={(e) => setFind(e.target.value)} sx={{ maxWidth: 360 }} />
        <Box sx={{ fontSize: 15, color: 'var(--ts-quiet)' }}>{jobs === 0 ? noneConfirmed(WORTH_JOBS) : confirmedOn(jobs, WORTH_JOBS)}</Box>
      </Box>
      {found.slice(0, all ? found.length : SHOWN).map((c) => (
        <CauseEntry
          key={`${c.id} ${kind}`}
          cause={c}
          kind={kind}
          corrections={corrections.filter((x) => x.cause === c.id && (x.subject === kind || isLink(x.subject)))}
          mayCorrect={mayCorrect}
          shipped={priorOf(shipped, c.id)}
          now={priorOf(own, c.id)}
          times={confirmed.find((x) => x.kind === kind && x.cause === c.id)?.times ?? 0}
        />
      ))}
      {found.length === 0 && <Typography sx={{ color: 'var(--ts-quiet)' }}>{noCauseMatches(find.trim())}</Typography>}
      {found.length > SHOWN && !all && <Button onClick={() => setAll(true)}>Show all {found.length}</Button>}
    </Page>
  );
}

/** One cause: its frequency here and the reason, its signs, and the corrections of an owner. */
function CauseEntry({
  cause,
  kind,
  shipped,
  now,
  times,
  corrections,
  mayCorrect,
}: {
  cause: Cause;
  kind: DriveKind;
  shipped: number;
  now: number;
  times: number;
  /** Those of this cause. */
  corrections: readonly StoredCorrection[];
  mayCorrect: boolean;
}) {
  const [open, setOpen] = useState(false);
  const links = open ? linksOfCause(cause.id) : null;
  const own = (subject: string) => corrections.find((c) => c.subject === subject);
  const line = (subject: string, label: string, shippedAs: string, because: string) => (
    <LinkLine key={subject} {...{ cause: cause.id, subject, label, shippedAs, because, mayCorrect }} own={own(subject)} />
  );
  const added = corrections.filter(
    (c) => links && c.subject !== kind && ![...links.complaints, ...links.checks].some((l) => l.of === c.subject) && isLink(c.subject),
  );
  return (
    <Box sx={{ borderTop: '1px solid var(--ts-edge)' }}>
      <Box
        component="button"
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        sx={{ ...UNFOLDS, gridTemplateColumns: '1fr auto auto', gap: 2 }}
      >
        <Box sx={{ fontWeight: 600 }}>{cause.label}</Box>
        <Box sx={{ color: 'var(--ts-work)', whiteSpace: 'nowrap' }}>
          {[times > 0 ? `${times} here` : '', corrections.length > 0 ? 'corrected' : ''].filter(Boolean).join(', ')}
        </Box>
        <Box className="ts-mono" sx={{ whiteSpace: 'nowrap' }}>
          {share(now)}
        </Box>
      </Box>
      {links && (
        <Box sx={{ pb: 1.5, fontSize: 15, display: 'grid', gap: 0.75 }}>
          <Box>
            Repair: {cause.repair.name.charAt(0).toLowerCase()}
            {cause.repair.name.slice(1)}, {cause.repair.minutes} min{cause.repair.ask ? '; ask the customer first' : ''}.
            {now === shipped ? '' : ` Supplied value ${share(shipped)}.`}
          </Box>
          <LinkLine
            {...{ cause: cause.id, mayCorrect }}
            subject={kind}
            label="Frequency on this kind of drive"
            shippedAs={String(commonnessOn(cause, kind))}
            because="an estimate for machines with one of its complaints"
            own={own(kind)}
          />
          {links.complaints.map((l) => line(l.of, complaintLabel(l.of), l.step, l.because))}
          {links.checks.map((l) => line(l.of, checkLabel(l.of), l.step, l.because))}
          {added.map((c) => line(c.subject, subjectLabel(c.subject), NOTHING_SHOWN, 'not a sign of it in the supplied base'))}
          {mayCorrect && <AddLink cause={cause.id} taken={[...links.complaints, ...links.checks].map((l) => l.of as string)} />}
        </Box>
      )}
    </Box>
  );
}

const BaseOfShop = (base: Omit<ComponentProps<typeof BaseScreen>, 'mayCorrect'>) => (
  <BaseScreen {...base} mayCorrect={useShell().role === 'owner'} />
);

/** Page of the causes as the shop has them. Only an owner may correct them. */
export const FaultBase = answered('faults.of-shop', 'This list', BaseOfShop);
