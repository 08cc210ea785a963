import { CAUSES, CHECKS, isRepairedByAdjusting, mainOf, oppositeOf, RIGHT_AS_IT_IS, setupOf, type Cause, type CheckId } from '../../fault';
import type { TakenReading } from '../../tension';
import type { Finding } from '../entries/finding';
import type { Reading } from '../entries/reading';
import type { RecordLine } from '../kind';
import { procedureOf } from '../procedures';
import { linesOf } from '../record-lines';
import type { CheckedPart, JobEvent } from './events';
import { findingLives, keyOfChecked } from './findings';

/** Events of a ticket, with the index of the line that each comes from. */
export interface TicketEvents {
  readonly events: readonly JobEvent[];
  readonly lineOf: readonly number[];
}

/** Positions of one adjuster nearer than this are the same position, mm or degrees. */
const SAME_POSITION = 0.05;

/** A tension reading as it was taken. */
export function takenReading({ method, at, value, deflectionMm, belts }: Reading): TakenReading {
  const [from = '', to = ''] = at.split('>');
  switch (method) {
    case 'spring-length':
      return { method, at, lengthMm: value };
    case 'marks':
      return { method, at, position: value };
    case 'tap':
      return { method, at: [from, to], hz: value };
    case 'deflection':
      return { method, at: [from, to], forceN: value, deflectionMm: deflectionMm ?? 0, belts: belts ?? undefined };
    default:
      return { method, at: [from, to], value };
  }
}

/**
 * Events of the lines of a ticket, without struck-out lines. A reading with everything tight means that clamps were
 * tightened before it. An adjuster read at another position means that it was moved.
 * @param beltId the belt that the job is about
 */
export function ticketEvents(lines: readonly RecordLine[], beltId: string | null): TicketEvents {
  const events: JobEvent[] = [];
  const lineOf: number[] = [];
  const positions = new Map<string, number>();
  const refs = new Map<string, CheckedPart>();
  // Findings that moving an adjuster repairs.
  const toAdjust = new Set<string>();
  let clamped = false;
  lines.forEach((line, at) => {
    const add = (...more: JobEvent[]) => {
      for (const event of more) {
        events.push(event);
        lineOf.push(at);
      }
    };
    const adjust = (adjuster: string, to: number) => {
      positions.set(adjuster, to);
      clamped = false;
      add({ type: 'change', change: 'adjusted', adjuster, to });
      const open = findingLives(events).filter((f) => f.status === 'open' && toAdjust.has(keyOfChecked(f)));
      add(...open.map(({ check, part }): JobEvent => ({ type: 'change', change: 'repaired', found: { check, part }, on: null })));
    };
    if (line.withdrawn) return;
    const [reading] = linesOf([line], 'reading');
    if (reading) {
      const { body } = reading;
      if (body.clamped && !clamped) add({ type: 'change', change: 'clamped' });
      clamped = body.clamped;
      const known = positions.get(body.at);
      if (body.method === 'marks' && known !== undefined && Math.abs(known - body.value) > SAME_POSITION) adjust(body.at, body.value);
      if (body.method === 'marks') positions.set(body.at, body.value);
      add({ type: 'reading', reading: takenReading(body), belt: body.belt });
    }
    const [timed] = linesOf([line], 'timed');
    if (timed) add({ type: 'time', time: timed.body.what === 'stop' ? 'stop' : 'engage', seconds: timed.body.seconds });
    const [finding] = linesOf([line], 'finding');
    if (finding) {
      const about = partOf(finding.body);
      refs.set(finding.body.ref, about);
      if (isRepairedByAdjusting(finding.body.act)) toAdjust.add(keyOfChecked(about));
      else toAdjust.delete(keyOfChecked(about));
      add(...findingEvents(finding.body, about));
    }
    const [decision] = linesOf([line], 'decision');
    const decided = decision && refs.get(decision.body.finding);
    if (decided && decision.body.answer === 'declined') add({ type: 'left', ...decided });
    const [repair] = linesOf([line], 'mended');
    if (repair) add(...repairEvents(repair.body, events));
    const [proof] = linesOf([line], 'proved');
    if (proof) {
      const { brake, slack } = proof.body;
      if (brake === 'lands' || brake === 'does-not-land') add({ type: 'seen', seen: brake === 'lands' ? 'brake-on' : 'brake-off' });
      if (slack !== 'not-felt') add({ type: 'seen', seen: slack });
    }
    const [aligned] = linesOf([line], 'alignment');
    if (aligned) add({ type: 'aligned', degrees: aligned.body.worstDeg, limit: aligned.body.limitDeg });
    const [fitted] = linesOf([line], 'belt-booked');
    const belt = fitted?.body.drive?.beltId ?? beltId;
    if (fitted && belt !== null) {
      clamped = false;
      add({ type: 'change', change: 'belt', belt, length: fitted.body.outsideMm, reference: 'outside' });
    }
    const [settled] = linesOf([line], 'tension-decided');
    if (settled?.body.act === 'adjust' && settled.body.to) adjust(settled.body.to.id, settled.body.to.position);
    const [changed] = linesOf([line], 'changed');
    if (changed) {
      const { body } = changed;
      if (body.change === 'adjusted') adjust(body.adjuster.id, body.to);
      else if (body.change === 'clamped') {
        clamped = true;
        add({ type: 'change', change: 'clamped' });
      } else add({ type: 'change', change: body.change, found: body.found && partOf(body.found), on: body.on });
    }
    const [step] = linesOf([line], 'step');
    if (step?.body.outcome === 'done' && changesAt(step.body.procedure, step.body.step) === 'clamped') {
      clamped = true;
      add({ type: 'change', change: 'clamped' });
    }
    const [counted] = linesOf([line], 'tally');
    if (counted) {
      const { item, count, way } = counted.body;
      for (let i = 0; i < count; i++) add({ type: 'change', change: way === 'replaced' ? 'new' : way, item });
    }
    const [setup] = linesOf([line], 'setup');
    if (setup) add({ type: 'change', change: setup.body.up ? 'off' : 'on', item: setupOf(setup.body.setup).label });
  });
  return { events, lineOf };
}

const changesAt = (procedure: string, step: string) => procedureOf(procedure)?.steps.find((s) => s.id === step)?.changes;

const partOf = ({ check, part }: { readonly check: CheckId; readonly part: { readonly id: string } | null }): CheckedPart => ({
  check,
  part: part?.id ?? null,
});

function findingEvents({ check, result, answer, act }: Finding, about: CheckedPart): JobEvent[] {
  if (result === 'not-reached') return [];
  const other = oppositeOf(check) ?? (result === 'good' ? undefined : mainOf(check));
  return [
    // One check answers both directions.
    ...(other === undefined ? [] : [{ type: 'check' as const, check: other, part: about.part, result: 'good' }]),
    { type: 'check', ...about, result },
    ...(check === 'slack-released' && result !== 'watch'
      ? [{ type: 'seen' as const, seen: result === 'good' ? ('slack' as const) : ('tight' as const) }]
      : []),
    ...(answer === 'declined' && act !== '' ? [{ type: 'left' as const, ...about }] : []),
  ];
}

const computed = new Set<string>(CHECKS.flatMap((c) => (c.state === 'computed' ? [c.id] : [])));

/** A repaired cause repairs every open finding that indicates it; one that the customer declined leaves them in. */
function repairEvents(
  { cause: id, when }: { readonly cause: string; readonly when: 'here' | 'before' | 'left' },
  before: readonly JobEvent[],
): JobEvent[] {
  const cause = (CAUSES as readonly Cause[]).find((c) => c.id === id);
  if (!cause || when === 'before' || id === RIGHT_AS_IT_IS) return [];
  const indicating = [...cause.confirmedBy, ...cause.indicatedBy].filter((c) => !computed.has(c));
  const open = findingLives(before).filter((f) => (f.status === 'open' || f.status === 'left') && indicating.some((c) => c === f.check));
  if (when === 'left') return open.map(({ check, part }) => ({ type: 'left', check, part }));
  const about: CheckedPart[] =
    open.length > 0 ? open.map(({ check, part }) => ({ check, part })) : indicating.slice(0, 1).map((check) => ({ check, part: null }));
  return about.map((found) => ({ type: 'change', change: 'repaired', found, on: null }));
}
