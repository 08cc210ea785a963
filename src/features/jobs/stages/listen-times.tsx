'use client';

import type { Timed } from '@/core/job';
import { Fold } from '@/ui/fold';
import { blank, lazyPart } from '@/ui/lazy';
import { storedSound } from '@/client/stored-sound';
import { fileData } from '../../papers/file-data';
import { TIMED_WORDS } from '../job-messages';
import { aboutSound } from '../picture-subject';
import type { JobContext } from '../use-job-context';
import type { StageProps } from './module';
import { signRecorder } from './record-sign';

const Listen = lazyPart(async () => (await import('../../times/listen')).Listen, blank(320));

/** Cycles of a final test. As found, one is enough. */
const TEST_CYCLES = 5;

/** Engagement and stop time by the sound of the machine, on the ticket with their recording. */
export function ListenTimes({
  job,
  at,
  commands,
  jobContext,
  when,
}: Pick<StageProps, 'job' | 'at' | 'commands'> & { jobContext: JobContext; when: Timed['when'] }) {
  return (
    <Fold title="Times by sound" says="the phone times both">
      <Listen
        drive={jobContext.drive}
        limitS={jobContext.stopLimitS}
        wanted={when === 'proved' ? TEST_CYCLES : 1}
        record={signRecorder({ job, at, commands, jobContext, when })}
        onSave={async (times, recording) => {
          for (const { what, seconds, sdS } of times) {
            const rounded = Math.round(seconds * 10) / 10;
            const limitS = what === 'stop' ? jobContext.stopLimitS : null;
            const words = `Job ${job.number}: ${TIMED_WORDS[what].toLowerCase()} ${rounded.toFixed(1)} s`;
            if (!(await commands.write(at, 'timed', { what, seconds: rounded, when, limitS, how: 'sound', sdS }, words))) return false;
          }
          const shows = times.map((t) => `${TIMED_WORDS[t.what]} ${t.seconds.toFixed(1)} s`).join(', ');
          const sound = await fileData(new File([storedSound(recording)], 'cycle.wav', { type: 'audio/wav' }));
          if (sound.ok) await commands.picture(at, { shows, about: aboutSound('times'), data: sound.data });
          return true;
        }}
      />
    </Fold>
  );
}
