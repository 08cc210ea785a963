import { answerState, compileDrive, newSolver, speedsOf, statesOf, type Drive } from '@/core/drive';
import { boundsOf, svgPath, vSide, writeLoop } from './outline';

/** A drive small and plain, engaged: its pulleys, its belts, nothing to touch. Empty where it has no pulleys. */
export function DriveSketch({ drive, height = 96 }: { drive: Drive; height?: number }) {
  if (drive.pulleys.length === 0) return <svg height={height} width="100%" aria-hidden focusable="false" />;
  const made = compileDrive(drive);
  const states = statesOf(drive);
  const answer = made.ok
    ? answerState(newSolver(made.compiled), states.find((s) => s.lever === 1) ?? states[states.length - 1]!, speedsOf(made.compiled))
    : null;
  const at = answer?.pose.pulleys ?? drive.pulleys;
  const { x, y, width, height: tall } = boundsOf(drive);
  return (
    <svg viewBox={`${x} ${y} ${width} ${tall}`} height={height} width="100%" aria-hidden focusable="false" style={{ display: 'block' }}>
      {drive.pulleys.map((p, i) => (
        <circle
          key={p.id}
          cx={at[i]!.x}
          cy={-at[i]!.y}
          r={p.outsideDiameter / 2}
          fill={p.role === 'idler' ? 'var(--ts-work-soft)' : 'var(--ts-sand)'}
          stroke="var(--ts-quiet)"
          strokeWidth={2}
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {answer?.pose.belts.map(({ stops }, b) => {
        if (stops.length === 0) return null;
        const path = svgPath();
        writeLoop(path, answer.pose, drive.belts[b]!.route, stops, vSide(drive, b, stops), 0, answer.solved.belts[b]?.slack ?? 0);
        return (
          <path
            key={drive.belts[b]!.id}
            d={path.text()}
            fill="none"
            stroke="var(--ts-belt)"
            strokeWidth={3}
            vectorEffect="non-scaling-stroke"
          />
        );
      })}
    </svg>
  );
}
