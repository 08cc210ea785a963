import { writeCsv } from './csv';

/** A machine and all that happened to it, as it is handed out. */
export interface MachineHistory {
  readonly machine: {
    readonly name: string;
    readonly maker: string;
    readonly model: string;
    readonly serial: string;
    readonly customer: string;
  };
  /** The latest first. */
  readonly events: readonly {
    /** ISO. */
    readonly at: string;
    readonly kind: string;
    readonly what: string;
    readonly by: string;
    readonly job: number | null;
  }[];
}

const COLUMNS = ['time', 'kind', 'job', 'what', 'by'] as const;

/** The history as rows, the latest first, times in UTC. */
export const historyCsv = ({ events }: MachineHistory): string =>
  writeCsv(
    COLUMNS,
    events.map((e) => [e.at, e.kind, e.job === null ? '' : String(e.job), e.what, e.by]),
  );

/** The history as JSON, with what the machine is. */
export const historyJson = ({ machine, events }: MachineHistory): string =>
  `${JSON.stringify({ format: 'taut-sheave-machine-history', version: 1, machine, events }, null, 2)}\n`;
