import { NO_ANSWER } from '@/client/outbox';

/** Progress of a restore. */
export interface RestoreStep {
  readonly step: 'sent' | 'checked' | 'restored';
  readonly done: number;
  readonly total: number;
}

export type RestoreAnswer = { readonly ok: true } | { readonly ok: false; readonly problem: string };

const isStep = (line: object): line is RestoreStep => 'step' in line;
const isResult = (line: object): line is RestoreAnswer => 'ok' in line;
const TORN = 'The connection broke off. Check whether the shop has its data, then try again.';

/** Sends a backup to the server. The server reports each step as a line, and the result as the last one. */
export async function restoreFrom(file: Blob, onStep: (step: RestoreStep) => void): Promise<RestoreAnswer> {
  let result: RestoreAnswer | null = null;
  try {
    const response = await fetch('/api/backup', { method: 'POST', headers: { 'content-type': 'application/zip' }, body: file });
    if (!response.body) return { ok: false, problem: NO_ANSWER };
    let rest = '';
    const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      const lines = (rest + value).split('\n');
      rest = lines.pop() ?? '';
      for (const text of lines.filter(Boolean)) {
        const line = JSON.parse(text) as object;
        if (isStep(line)) onStep(line);
        else if (isResult(line)) result = line;
      }
    }
    if (result === null && rest !== '') result = JSON.parse(rest) as RestoreAnswer;
  } catch {
    return { ok: false, problem: result === null ? `${NO_ANSWER} Nothing is lost on this device.` : TORN };
  }
  return result ?? { ok: false, problem: TORN };
}
