'use client';

import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { v4 as newId } from 'uuid';
import { causesIndicated, checkOf, oppositeOf, type DriveKind, type Result } from '@/core/fault';
import { limitOf, resultBy, type CheckPart, type Finding, type Found, type OrderedCheck } from '@/core/job';
import { Choices } from '@/ui/choices';
import { NumberField } from '@/ui/number-field';
import { useUnits } from '@/ui/units';
import { dimensionOf, findingWords, plainUnit } from '../../job-messages';
import { aboutFinding } from '../../picture-subject';
import { Pictures } from '../../pictures';
import { StackLink } from '../../stack/stack-link';
import type { JobContext } from '../../use-job-context';
import type { StageProps } from '../module';
import { findingStart } from './finding-start';
import { FindingFollowUp } from './finding-follow-up';

interface PartRowProps extends Pick<StageProps, 'job' | 'at' | 'commands' | 'writable'> {
  jobContext: JobContext;
  item: OrderedCheck;
  kind: DriveKind;
  part: CheckPart | null;
  finding: Found | undefined;
}

/** One check on one part: its number, its result, and what follows from a bad one. */
export function PartRow(props: PartRowProps) {
  const { job, at, commands, jobContext, kind, part, finding, writable } = props;
  const { check } = props.item;
  const limit = limitOf(check, jobContext.drive, jobContext.stopLimitS);
  const [value, setValue] = useState<number | null>(finding?.value ?? null);
  const write = (more: Partial<Finding> & Pick<Finding, 'result'>) => {
    const body: Finding = {
      ...findingStart(finding, check.id),
      part: part && { id: part.id, label: part.label },
      value,
      limit: value === null ? null : (limit?.value ?? null),
      ...more,
    };
    return commands.write(at, 'finding', body, `Job ${job.number}: ${findingWords(body)}`);
  };
  return (
    <Box sx={{ py: 1, borderTop: '1px solid var(--ts-edge)' }}>
      {part && (
        <Box sx={{ fontWeight: 650, mb: 0.5 }}>
          {part.number === null ? '' : `${part.number} `}
          {part.label}
          {check.station === 'stack' && job.driveId !== null && <StackLink driveId={job.driveId} pulley={part.id} job={job.number} />}
        </Box>
      )}
      {writable && <CheckNumber {...{ check, part, limit, value }} onValue={setValue} />}
      <ResultChoices {...props} onResult={(more) => void write(more)} />
      {finding && (
        <Box sx={{ mt: 1 }}>
          <Pictures
            {...{ job, at, commands, writable }}
            about={aboutFinding(check.id, part)}
            shows={[part?.label, check.label].filter(Boolean).join(': ')}
          />
        </Box>
      )}
      {finding && (finding.result === 'bad' || finding.result === 'watch') && (
        <FindingFollowUp
          key={finding.ref + finding.result}
          {...{ kind, finding, writable }}
          onWrite={(more) => write({ result: finding.result, ...more })}
        />
      )}
    </Box>
  );
}

/** Results of a check, with the opposite direction as one of its own. */
function ResultChoices({
  item: { check },
  kind,
  part,
  finding,
  writable,
  onResult,
}: PartRowProps & { onResult: (more: Partial<Finding> & Pick<Finding, 'result'>) => void }) {
  const opposite = oppositeOf(check.id);
  const choose = (answer: Finding['result'] | 'opposite') => {
    const result = answer === 'opposite' ? 'bad' : answer;
    const about = answer === 'opposite' ? opposite! : check.id;
    // The other direction is another finding, with causes and a repair of its own.
    const same = finding === undefined || finding.check === about;
    const proposed = result === 'bad' ? (causesIndicated(about, kind)[0]?.repair.name ?? '') : '';
    onResult({
      check: about,
      ref: same && finding ? finding.ref : newId(),
      result,
      ...(same && finding?.act ? {} : { act: proposed }),
      ...(result === 'good' ? { act: '', priceCents: null } : {}),
    });
  };
  const options = (['good', 'watch', 'bad'] as const).flatMap((r: Result) =>
    check.results[r] ? [{ id: r, label: check.results[r] }] : [],
  );
  const other =
    opposite !== undefined && causesIndicated(opposite, kind).length > 0
      ? [{ id: 'opposite' as const, label: checkOf(opposite).results.bad ?? '' }]
      : [];
  return (
    <Choices
      label={`${check.label}${part ? `, ${part.label}` : ''}`}
      unlabelled
      big
      disabled={!writable}
      value={finding === undefined ? null : finding.check === opposite ? 'opposite' : finding.result}
      options={[...options, ...other, { id: 'not-reached', label: 'Not reached' }]}
      onChoose={choose}
    />
  );
}

/** Number of a check, compared with its limit. Nothing for a check without a number. */
function CheckNumber({
  check,
  part,
  limit,
  value,
  onValue,
}: {
  check: OrderedCheck['check'];
  part: CheckPart | null;
  limit: ReturnType<typeof limitOf>;
  value: number | null;
  onValue: (value: number | null) => void;
}) {
  const { show } = useUnits();
  const { number } = check;
  if (!number) return null;
  const dimension = dimensionOf(number);
  const result = value === null ? null : resultBy(value, limit);
  return (
    <Box sx={{ maxWidth: 280, mb: 1 }}>
      {dimension ? (
        <NumberField
          dimension={dimension}
          label={limit ? `Reading (${limit.is === 'most' ? 'at most' : 'at least'} ${show(limit.value, dimension)})` : 'Reading'}
          ariaLabel={`Reading: ${check.label}${part ? `, ${part.label}` : ''}`}
          value={value}
          onValue={onValue}
          optional
        />
      ) : (
        <TextField
          label={`Reading, ${plainUnit(number)}${limit ? ` (at most ${limit.value} ${plainUnit(number)})` : ''}`}
          value={value === null ? '' : String(value)}
          onChange={(e) => {
            const typed = Number(e.target.value.replace(',', '.'));
            onValue(e.target.value.trim() === '' || !Number.isFinite(typed) ? null : typed);
          }}
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
      )}
      {result && <Box sx={{ fontSize: 14, mt: 0.5 }}>{result === 'bad' ? 'Beyond its limit.' : 'Within its limit.'}</Box>}
    </Box>
  );
}
