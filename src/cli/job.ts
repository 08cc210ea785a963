import type { JobAnswer } from '../core/job';

/** The state of a job as the command prints it. */
export function jobAnswer({ replayed, drive, tension, handBack }: JobAnswer): unknown {
  return {
    condition: replayed.condition,
    events: replayed.events,
    drive,
    tension,
    times: replayed.times,
    brake: replayed.brake,
    findings: replayed.findings.map(({ check, result, status }) => ({ check, result, status })),
    off: replayed.off,
    due: [...replayed.dueReadings, ...replayed.dueChecks.map((f) => `check:${f.check}`)],
    handBack,
  };
}
