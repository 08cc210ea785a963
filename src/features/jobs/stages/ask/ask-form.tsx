'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import * as z from 'zod';
import { commonComplaints, COMPLAINTS, complaintsIn, type Complaint, type ComplaintId } from '@/core/fault';
import { ARRIVES, intakeOf, STARTED, BELT_ENDED, kindOf, NOTHING_ASKED, PARTS_BEFORE, PARTS_OF, type Asked } from '@/core/job';
import { Chips, Choices } from '@/ui/choices';
import { useDraftOf } from '@/client/draft';
import { Fold } from '@/ui/fold';
import { ARRIVES_WORDS, STARTED_WORDS, BELT_ENDED_WORDS, PARTS_OF_WORDS, PARTS_WORDS } from '../../job-messages';
import type { StageProps } from '../module';
import { useSimulated } from '../simulated';
import { jobStarted } from '../../stage-messages';

const options = <T extends string>(ids: readonly T[], words: Readonly<Record<T, string>>) => ids.map((id) => ({ id, label: words[id] }));

/** Current input of the form: a valid body, except for spaces at its ends. */
const draftShape = z.custom<Asked>((typed) => kindOf('asked').form.check(typed).ok);

/** Complaints that are offered before the customer’s words name any. */
const OFFERED_FIRST = 9;

/** The complaint in the customer's words and by name, and what came before it. Nothing of it is required. */
export function AskForm({
  job,
  at,
  commands,
  jobContext,
  writable,
}: Pick<StageProps, 'job' | 'at' | 'commands' | 'jobContext' | 'writable'>) {
  const written = intakeOf(job.entries);
  const [changed, setChanged] = useDraftOf(`asked-${job.number}`, draftShape);
  const [busy, setBusy] = useState(false);
  const [all, setAll] = useState(false);
  const simulated = useSimulated() !== null;
  const hear = (words: string) => complaintsIn(`${words}. ${job.title}`, jobContext.kind).map((c) => c.id as ComplaintId);
  // If the words of a job name a single complaint, it is chosen from the start.
  const named = hear(job.complaint);
  const asked = changed ?? written ?? { ...NOTHING_ASKED, words: job.complaint, complaints: named.length === 1 ? named : [] };
  const put = (part: Partial<Asked>) => setChanged({ ...asked, ...part });
  const save = async () => {
    setBusy(true);
    if (await commands.write(at, 'asked', asked, `Job ${job.number}: complaint`, 'The complaint is on the ticket.')) setChanged(null);
    setBusy(false);
  };
  const heard = hear(asked.words);
  const offered = (COMPLAINTS as readonly Complaint[]).filter((c) => jobContext.kind === null || c.kinds.includes(jobContext.kind));
  // In the order of the customer’s words, then those chosen otherwise.
  const order = [...new Set([...heard, ...asked.complaints])];
  const first = order.flatMap((id) => offered.find((c) => c.id === id) ?? []);
  const shown = all ? offered : first.length === 0 ? commonComplaints(jobContext.kind, OFFERED_FIRST) : first;
  return (
    <Box component="fieldset" disabled={!writable} sx={{ border: 0, p: 0, m: 0, display: 'grid', gap: 1.5 }}>
      <TextField
        label="In the customer’s words"
        multiline
        minRows={2}
        value={asked.words}
        onChange={(e) => put({ words: e.target.value })}
        slotProps={{ htmlInput: { maxLength: 2000 } }}
      />
      <Box>
        <Chips
          label="The complaint"
          options={shown.map((c) => ({ id: c.id as ComplaintId, label: c.label }))}
          chosen={asked.complaints}
          disabled={!writable}
          onToggle={(id) =>
            put({ complaints: asked.complaints.includes(id) ? asked.complaints.filter((c) => c !== id) : [...asked.complaints, id] })
          }
        />
        {shown.length < offered.length && !simulated && (
          <Button onClick={() => setAll(true)} sx={{ mt: 0.5 }}>
            {offered.length - shown.length} more complaints
          </Button>
        )}
      </Box>
      {!simulated && (
        <Fold
          title="History"
          says={
            asked.began === 'not-asked' ? 'when it started, earlier work, where the belt was' : STARTED_WORDS[asked.began].toLowerCase()
          }
        >
          <Box sx={{ display: 'grid', gap: 1.5 }}>
            <Before asked={asked} writable={writable} onPut={put} />
          </Box>
        </Fold>
      )}
      {writable && (
        <Box>
          <Button
            variant={written ? 'outlined' : 'contained'}
            disabled={busy || (written !== null && changed === null)}
            onClick={() => void save()}
            sx={{ minHeight: 56 }}
          >
            Save complaint
          </Button>
        </Box>
      )}
    </Box>
  );
}

/** The question when it started, which tracing reads instead of five checks. */
export function StartedQuestion({ job, at, commands, writable }: Pick<StageProps, 'job' | 'at' | 'commands' | 'writable'>) {
  const written = intakeOf(job.entries) ?? { ...NOTHING_ASKED, words: job.complaint };
  return (
    <Choices
      label="Ask the customer"
      big
      options={options(
        STARTED.filter((began) => began !== 'not-asked'),
        STARTED_WORDS,
      )}
      value={written.began === 'not-asked' ? null : written.began}
      disabled={!writable}
      onChoose={(began) => void commands.write(at, 'asked', { ...written, began }, jobStarted(job.number), 'The answer is on the ticket.')}
    />
  );
}

/** Events before the complaint, and the place of the belt. */
function Before({ asked, writable, onPut }: { asked: Asked; writable: boolean; onPut: (part: Partial<Asked>) => void }) {
  const hours = asked.hoursBetween;
  return (
    <>
      <Choices
        label="When did it start?"
        options={options(STARTED, STARTED_WORDS)}
        value={asked.began}
        disabled={!writable}
        onChoose={(began) => onPut({ began })}
      />
      <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: { sm: '2fr 1fr' } }}>
        <TextField label="Earlier work" value={asked.doneBefore} onChange={(e) => onPut({ doneBefore: e.target.value })} />
        <TextField label="By whom" value={asked.doneBy} onChange={(e) => onPut({ doneBy: e.target.value })} />
      </Box>
      <Choices
        label="With which parts?"
        options={options(PARTS_BEFORE, PARTS_WORDS)}
        value={asked.parts}
        disabled={!writable}
        onChoose={(parts) => onPut({ parts })}
      />
      {(asked.parts === 'new' || asked.parts === 'used') && (
        <Choices
          label="Source of the parts"
          options={options(PARTS_OF, PARTS_OF_WORDS)}
          value={asked.partsOf}
          disabled={!writable}
          onChoose={(partsOf) => onPut({ partsOf })}
        />
      )}
      <Choices
        label="It arrives"
        options={options(ARRIVES, ARRIVES_WORDS)}
        value={asked.arrives}
        disabled={!writable}
        onChoose={(arrives) => onPut({ arrives })}
      />
      <Choices
        label="Where did the belt end up?"
        // An older ticket may name a side. It stays visible.
        options={options(
          BELT_ENDED.filter((id) => (id !== 'engine-side' && id !== 'far-side') || id === asked.beltEnded),
          BELT_ENDED_WORDS,
        )}
        value={asked.beltEnded}
        disabled={!writable}
        onChoose={(beltEnded) => onPut({ beltEnded })}
      />
      <TextField
        label="Hours between throws"
        helperText="Optional."
        value={hours === null ? '' : String(hours)}
        onChange={(e) => {
          const typed = Number(e.target.value.replace(',', '.'));
          onPut({ hoursBetween: e.target.value.trim() === '' || !(typed > 0) ? null : typed });
        }}
        slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        sx={{ maxWidth: 240 }}
      />
    </>
  );
}
