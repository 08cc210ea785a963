import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { rodTurn } from '@/core/alignment';
import type { Aligned } from '@/core/job';
import { readDriveFile } from '@/formats/drive-file';
import { show } from '@/ui/test-shell';
import hogFile from '../../../demo/drives/slipway-wood-hog.drive.json';
import riderFile from '../../../demo/drives/orchard-rider.drive.json';
import { AlignFirst } from './align-first';

const driveOf = (file: unknown) => {
  const read = readDriveFile(JSON.stringify(file));
  if (!read.ok) throw new Error('the demo drive does not read');
  return read.drive;
};
const hog = driveOf(hogFile);
const aligned = (skewDeg: number): Aligned => ({
  ...{ belt: 'band', reference: { id: 'drum', label: 'Drum' }, pulley: { id: 'engine', label: 'Engine' }, by: 'string' },
  ...{ gaps: { near: 0, far: 3, above: null, below: null }, rimMm: 300, widerByMm: 0, offsetMm: 0.2, skewDeg, leanDeg: null },
  ...{ worstDeg: Math.abs(skewDeg), limitDeg: 0.25, when: 'found', cut: 'any', track: null },
});

describe('an alignment over its limit', () => {
  it('is corrected by flats of one rod, and one tap records where that puts the adjuster', async () => {
    const moved = vi.fn(async () => true);
    show(<AlignFirst drive={hog} aligned={aligned(0.6)} onMoved={moved} />);
    const { screw, position } = hog.adjusters[0]!;
    const turn = rodTurn({ skewDeg: 0.6 }, screw!, 'right')!;
    const rod = screw!.rods.find((r) => r.id === turn.rod)!.label!;
    await userEvent.click(screen.getByRole('button', { name: `${rod} turned by ${turn.flats} flats` }));
    await waitFor(() =>
      expect(moved).toHaveBeenCalledWith(
        expect.objectContaining({ change: 'adjusted', to: position + turn.middleMm, turned: `${rod} ${turn.flats} flats` }),
      ),
    );
    // From the other side it is the other rod.
    await userEvent.click(screen.getByRole('radio', { name: 'Left' }));
    expect(screen.queryByRole('button', { name: new RegExp(`^${rod} turned`) })).toBeNull();
  });
  it('names no turn where it is square to a flat, nor where no rods square it', () => {
    show(<AlignFirst drive={hog} aligned={aligned(0.01)} onMoved={vi.fn()} />);
    expect(screen.queryByRole('button')).toBeNull();
    show(<AlignFirst drive={driveOf(riderFile)} aligned={aligned(0.6)} onMoved={vi.fn()} />);
    expect(screen.queryByRole('button', { name: /turned/ })).toBeNull();
  });
});
