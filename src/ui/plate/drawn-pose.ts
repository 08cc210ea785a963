import type { Drive } from '@/core/drive';
import type { PoseAnswer } from '@/services/solver';

/** A drive as it is drawn, unsolved: what the Plate shows while a drive cannot be solved yet. Belts have no path. */
export function drawnPose(drive: Drive): PoseAnswer {
  return {
    pose: {
      pulleys: drive.pulleys.map(({ x, y }) => ({ x, y })),
      belts: drive.belts.map(() => ({ stops: [] })),
      springs: drive.springs.map((s) => ({ from: [s.from.x, s.from.y], to: [s.to.x, s.to.y] })),
    },
    solved: {
      name: 'drawn',
      tensioners: drive.tensioners.map((t) => ({ id: t.id, position: 0, atStop: null })),
      springs: [],
      brakes: [],
      belts: [],
      shaftLoads: [],
    },
    bands: [],
    duties: [],
    speeds: { pulleys: [], belts: [] },
    warnings: [],
    problem: null,
  };
}
