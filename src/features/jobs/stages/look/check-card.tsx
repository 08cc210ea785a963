'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { v4 as newId } from 'uuid';
import { parseQuantity, withoutCurrency } from '@/core/quantity';
import { useMoney } from '@/ui/money';
import { causesIndicated, checkOf, oppositeOf, type DriveKind, type Result } from '@/core/fault';
import { foundAt, limitOf, resultBy, type CustomerAnswer, type Finding, type Found, type OrderedCheck, type CheckPart } from '@/core/job';
import { Choices } from '@/ui/choices';
import { NumberField } from '@/ui/number-field';
import { useUnits } from '@/ui/units';
import { ANSWER_WORDS, dimensionOf, findingWords, plainUnit } from '../../job-messages';
import { StackLink } from '../../stack/stack-link';
import type { JobContext } from '../../use-job-context';
import { aboutFinding } from '../../picture-subject';
import { Pictures } from '../../pictures';
import type { StageProps } from '../module';
import { useTraced } from '../trace-request';
import { WhatIf } from '../../../trace/what-if';
import { useSimulated } from '../simulated';
import { SimulatedCheck } from './simulated-check';
import { TermText } from '../../../glossary/term-text';

const SEVERITY: Readonly<Record<Finding['result'], number>> = { bad: 3, watch: 2, 'not-reached': 1, good: 0 };
const ANSWERS: readonly CustomerAnswer[] = ['not-asked', 'asked', 'approved', 'declined', 'waiting'];

/** One check on each part it is made on: how it is tried, big results, its number, and what follows from a bad one. */
export function CheckCard({
  job,
  at,
  commands,
  jobContext,
  item,
  kind,
  found,
  writable,
}: Pick<StageProps, 'job' | 'at' | 'commands' | 'writable'> & {
  jobContext: JobContext;
  item: OrderedCheck;
  kind: DriveKind;
  found: ReadonlyMap<string, Found>;
}) {
  const { check, parts } = item;
  const simulated = useSimulated();
  const { request } = useTraced();
  if (simulated) return <SimulatedCheck {...{ item, kind, found, simulated, writable }} onRepair={() => commands.openStage('fit')} />;
  const of = (part: CheckPart | null) => foundAt(found, check.id, part);
  const worst = parts
    .flatMap((part) => of(part) ?? [])
    .filter((f) => f.part !== null)
    .sort((a, b) => SEVERITY[b.result] - SEVERITY[a.result]);
  return (
    <Box>
      <Box sx={{ mb: 1 }}>
        <TermText>{check.how}</TermText>
      </Box>
      {check.tools.length > 0 && <Box sx={{ fontSize: 14, color: 'var(--ts-quiet)', mb: 1 }}>With: {check.tools.join(', ')}.</Box>}
      {parts.map((part) => (
        <PartRow key={part?.id ?? ''} {...{ job, at, commands, jobContext, item, kind, part, writable }} finding={of(part)} />
      ))}
      {request && <WhatIf request={request} check={check.id} />}
      {worst.length > 1 && <Box sx={{ fontSize: 14, mt: 0.5 }}>Worst first: {worst.map((f) => f.part?.label).join(', ')}.</Box>}
    </Box>
  );
}

function PartRow({
  job,
  at,
  commands,
  jobContext,
  item: { check },
  kind,
  part,
  finding,
  writable,
}: Pick<StageProps, 'job' | 'at' | 'commands' | 'writable'> & {
  jobContext: JobContext;
  item: OrderedCheck;
  kind: DriveKind;
  part: CheckPart | null;
  finding: Found | undefined;
}) {
  const { show } = useUnits();
  const limit = limitOf(check, jobContext.drive, jobContext.stopLimitS);
  const [value, setValue] = useState<number | null>(finding?.value ?? null);
  const number = check.number;
  const dimension = number ? dimensionOf(number) : null;
  const opposite = oppositeOf(check.id);
  const write = (more: Partial<Finding> & Pick<Finding, 'result'>) => {
    const body: Finding = {
      ref: finding?.ref ?? newId(),
      check: finding?.check ?? check.id,
      part: part && { id: part.id, label: part.label },
      value,
      limit: value === null ? null : (limit?.value ?? null),
      note: finding?.note ?? '',
      act: finding?.act ?? '',
      priceCents: finding?.priceCents ?? null,
      answer: finding?.answer ?? 'not-asked',
      ...more,
    };
    return commands.write(at, 'finding', body, `Job ${job.number}: ${findingWords(body)}`);
  };
  const choose = (answer: Finding['result'] | 'opposite') => {
    const result = answer === 'opposite' ? 'bad' : answer;
    const about = answer === 'opposite' ? opposite! : check.id;
    // The other direction is another finding, with causes and a repair of its own.
    const same = finding === undefined || finding.check === about;
    const proposed = result === 'bad' ? (causesIndicated(about, kind)[0]?.repair.name ?? '') : '';
    void write({
      check: about,
      ref: same && finding ? finding.ref : newId(),
      result,
      ...(same && finding?.act ? {} : { act: proposed }),
      ...(result === 'good' ? { act: '', priceCents: null } : {}),
    });
  };
  const said = value === null ? null : resultBy(value, limit);
  const options = (['good', 'watch', 'bad'] as const).flatMap((r: Result) =>
    check.results[r] ? [{ id: r, label: check.results[r] }] : [],
  );
  const other =
    opposite !== undefined && causesIndicated(opposite, kind).length > 0
      ? [{ id: 'opposite' as const, label: checkOf(opposite).results.bad ?? '' }]
      : [];
  return (
    <Box sx={{ py: 1, borderTop: '1px solid var(--ts-edge)' }}>
      {part && (
        <Box sx={{ fontWeight: 650, mb: 0.5 }}>
          {part.number === null ? '' : `${part.number} `}
          {part.label}
          {check.station === 'stack' && job.driveId !== null && <StackLink driveId={job.driveId} pulley={part.id} job={job.number} />}
        </Box>
      )}
      {number && writable && (
        <Box sx={{ maxWidth: 280, mb: 1 }}>
          {dimension ? (
            <NumberField
              dimension={dimension}
              label={limit ? `Reading (${limit.is === 'most' ? 'at most' : 'at least'} ${show(limit.value, dimension)})` : 'Reading'}
              ariaLabel={`Reading: ${check.label}${part ? `, ${part.label}` : ''}`}
              value={value}
              onValue={setValue}
              optional
            />
          ) : (
            <TextField
              label={`Reading, ${plainUnit(number)}${limit ? ` (at most ${limit.value} ${plainUnit(number)})` : ''}`}
              value={value === null ? '' : String(value)}
              onChange={(e) => {
                const typed = Number(e.target.value.replace(',', '.'));
                setValue(e.target.value.trim() === '' || !Number.isFinite(typed) ? null : typed);
              }}
              slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            />
          )}
          {said && <Box sx={{ fontSize: 14, mt: 0.5 }}>{said === 'bad' ? 'Beyond its limit.' : 'Within its limit.'}</Box>}
        </Box>
      )}
      <Choices
        label={`${check.label}${part ? `, ${part.label}` : ''}`}
        unlabelled
        big
        disabled={!writable}
        value={finding === undefined ? null : finding.check === opposite ? 'opposite' : finding.result}
        options={[...options, ...other, { id: 'not-reached', label: 'Not reached' }]}
        onChoose={choose}
      />
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
        <WhatFollows
          key={finding.ref + finding.result}
          {...{ check: checkOf(finding.check) as OrderedCheck['check'], kind, finding, writable }}
          onWrite={(more) => write({ result: finding.result, ...more })}
        />
      )}
    </Box>
  );
}

/** Consequence of a bad finding, proposed repair, and decision of the customer. */
function WhatFollows({
  check,
  kind,
  finding,
  writable,
  onWrite,
}: {
  check: OrderedCheck['check'];
  kind: DriveKind;
  finding: Found;
  writable: boolean;
  onWrite: (more: Partial<Finding>) => Promise<boolean>;
}) {
  const { code: currency } = useMoney();
  const means = causesIndicated(check.id, kind).slice(0, 3);
  const [act, setAct] = useState(finding.act);
  const [note, setNote] = useState(finding.note);
  const [price, setPrice] = useState(finding.priceCents === null ? '' : (finding.priceCents / 100).toFixed(2));
  const [wrong, setWrong] = useState('');
  const changed =
    act !== finding.act || note !== finding.note || price !== (finding.priceCents === null ? '' : (finding.priceCents / 100).toFixed(2));
  const keep = () => {
    const read = price.trim() === '' ? null : parseQuantity(withoutCurrency(price, currency), 'money', { min: 0, max: 100_000 });
    if (read !== null && !read.ok) return setWrong(read.problem);
    setWrong('');
    void onWrite({ act, note, priceCents: read === null ? null : Math.round(read.value * 100) });
  };
  return (
    <Box sx={{ mt: 1, pl: 1.5, borderLeft: '3px solid var(--ts-copper)' }}>
      {means.length > 0 && (
        <Box sx={{ mb: 1 }}>
          Means: {means.map((c) => c.label.charAt(0).toLowerCase() + c.label.slice(1)).join('; or ')}.
          {means[0]?.repair.ask && ' Ask the customer before its parts.'}
        </Box>
      )}
      {writable && (
        <Box
          component="form"
          onSubmit={(e) => {
            e.preventDefault();
            keep();
          }}
          sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: { sm: '2fr 1fr' } }}
        >
          <TextField label="Repair" value={act} onChange={(e) => setAct(e.target.value)} slotProps={{ htmlInput: { maxLength: 500 } }} />
          <TextField
            label={`Price, ${currency}`}
            value={price}
            onChange={(e) => setPrice(e.target.value)}
            error={wrong !== ''}
            helperText={wrong}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          />
          <TextField label="Note" value={note} onChange={(e) => setNote(e.target.value)} slotProps={{ htmlInput: { maxLength: 500 } }} />
          <Button type="submit" variant="outlined" disabled={!changed} sx={{ minHeight: 44 }}>
            Save finding
          </Button>
        </Box>
      )}
      {finding.act !== '' && (
        <Box sx={{ mt: 1 }}>
          <Choices
            label="Customer’s answer"
            disabled={!writable}
            value={finding.answer}
            options={ANSWERS.map((id) => ({ id, label: ANSWER_WORDS[id] }))}
            onChoose={(answer) => void onWrite({ answer })}
          />
        </Box>
      )}
    </Box>
  );
}
