import { chosenOf, procedureOf, type Instrument, type RecordLine, type RunLine } from '@/core/job';

/** The instrument that a line of the run list is worked with; null where it has none. */
export function instrumentOf(line: RunLine | null | undefined, entries: readonly RecordLine[]): Instrument | null {
  switch (line?.work.kind) {
    case 'tension':
    case 'alignment':
    case 'width':
    case 'times':
      return line.work.kind;
    case 'times-found':
      return 'times';
    case 'step': {
      const { step } = line.work;
      const chosen = chosenOf(entries);
      return (chosen && procedureOf(chosen.procedure)?.steps.find((s) => s.id === step)?.instrument) ?? null;
    }
    default:
      return null;
  }
}
