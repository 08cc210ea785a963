import type { EntryBody } from '@/core/job';
import { STATE_WORDS } from '../stage-messages';

export function StageLine({ body }: { body: EntryBody<'stage'> }) {
  return (
    <>
      <em>{STATE_WORDS[body.state]}</em>
      {body.why ? `: ${body.why}` : ''}
    </>
  );
}
