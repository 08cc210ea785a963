import { screen } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { readFileSync } from 'node:fs';
import { USUAL_LIMITS } from '@/core/machine';
import { readDriveFile } from '@/formats/drive-file';
import { show } from '@/ui/test-shell';
import { solverService, type MatchAnswer } from '@/services/solver';
import { BeltOnPlate } from './belt-on-plate';
import { MatchPanel } from './match-panel';
import { OutOfStock } from './out-of-stock';

vi.mock('next/navigation', async () => (await import('../test-features')).navigation);
const solved = vi.hoisted(() => ({ match: null as unknown }));
vi.mock('@/client/solver', () => ({
  useMatch: () => ({ answer: solved.match, pending: false, failed: false, again: vi.fn() }),
  usePose: () => ({ answer: null, pending: false }),
  useVariations: () => ({ answer: null, pending: false }),
}));
vi.mock('@/ui/plate/plate', () => ({ Plate: () => null }));
vi.mock('../shell/shell-context', () => ({ useMayChange: () => true, useShell: () => ({ role: 'owner', name: 'Wren' }) }));

const read = readDriveFile(readFileSync('demo/drives/orchard-rider.drive.json', 'utf8'));
if (!read.ok) throw new Error('the demo drive is not read');
const { drive } = read;
const beltId = drive.belts[0]!.id;
const matched = solverService.match({ drive, beltId, candidates: [], uncertainty: null });
const answer = (matched as { answer: MatchAnswer }).answer;

it("names the drive's own belt without a tension if no belt runs", () => {
  show(
    <BeltOnPlate
      drive={drive}
      beltIndex={0}
      match={answer}
      chosen={null}
      name={null}
      position={undefined}
      own="4L 48 in outside"
      exact={false}
      limits={USUAL_LIMITS.belt}
      trials={[]}
    />,
  );
  expect(
    screen.getByText(/No belt in stock works on this drive\. The drawing shows the drive’s own belt, 4L 48 in outside\./),
  ).toBeTruthy();
  expect(screen.queryByText(/ N\b/)).toBeNull();
});

it('reports a size without margin with its reason, next to the order button', () => {
  const { id } = answer.standard[0]!;
  const marginal = { ...answer.standard[0]!, verdict: 'marginal' as const, reasons: ['no-stretch-reserve' as const] };
  const context = { drive, beltId, window: answer.window, asksForRelease: true };
  const first = show(<OutOfStock match={{ ...answer, standard: [marginal] }} drive={drive} shelf={[]} context={context} />);
  expect(screen.getByRole('button', { name: `Put ${id} on the order list` })).toBeTruthy();
  expect(screen.getByText(/no margin/)).toBeTruthy();
  expect(screen.getByText(/stretch/)).toBeTruthy();
  first.unmount();
  show(
    <OutOfStock
      match={{ ...answer, standard: [{ ...marginal, verdict: 'fits', reasons: [] }] }}
      drive={drive}
      shelf={[]}
      context={context}
    />,
  );
  expect(screen.queryByText(/no margin/)).toBeNull();
});

it('reports an empty stock only after it is loaded', () => {
  solved.match = matched;
  const panel = (loading: boolean) => (
    <MatchPanel
      drive={drive}
      uncertainty={null}
      beltId={beltId}
      shelf={[]}
      loading={loading}
      limits={USUAL_LIMITS.belt}
      trials={[]}
      onChoice={vi.fn()}
    />
  );
  const first = show(panel(true));
  expect(screen.queryByText(/No belt is in stock|No belt on the shelf|not in stock/)).toBeNull();
  first.unmount();
  show(panel(false));
  expect(screen.getByText(/No belt is in stock/)).toBeTruthy();
});
