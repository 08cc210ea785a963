'use client';

import Box from '@mui/material/Box';
import { causesIndicated, type DriveKind } from '@/core/fault';
import type { CustomerAnswer, Finding, Found } from '@/core/job';
import { Choices } from '@/ui/choices';
import { blank, lazyPart } from '@/ui/lazy';
import { ANSWER_WORDS } from '../../job-messages';

const ANSWERS: readonly CustomerAnswer[] = ['not-asked', 'asked', 'approved', 'declined', 'waiting'];
/** The form loads when a bad finding is first shown. */
const RepairForm = lazyPart(async () => (await import('./repair-form')).RepairForm, blank(120));

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** Consequence of a bad finding, proposed repair, and decision of the customer. */
export function FindingFollowUp({
  kind,
  finding,
  writable,
  onWrite,
}: {
  kind: DriveKind;
  finding: Found;
  writable: boolean;
  onWrite: (more: Partial<Finding>) => Promise<boolean>;
}) {
  const causes = causesIndicated(finding.check, kind).slice(0, 3);
  return (
    <Box sx={{ mt: 1, pl: 1.5, borderLeft: '3px solid var(--ts-copper)' }}>
      {causes.length > 0 && (
        <Box sx={{ mb: 1 }}>
          Means: {causes.map((c) => lowerFirst(c.label)).join('; or ')}.{causes[0]?.repair.ask && ' Ask the customer before its parts.'}
        </Box>
      )}
      {writable && <RepairForm finding={finding} onWrite={onWrite} />}
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
