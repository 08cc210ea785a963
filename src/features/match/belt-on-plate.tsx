'use client';

import Box from '@mui/material/Box';
import Skeleton from '@mui/material/Skeleton';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import { beltCautions, type Drive, type MatchedBelt } from '@/core/drive';
import type { ShopLimits } from '@/core/machine';
import { Fold } from '@/ui/fold';
import { Strand } from '@/ui/strand';
import { Sweep } from '@/ui/sweep';
import { useUnits } from '@/ui/units';
import { VerdictWord } from '@/ui/verdict';
import type { MatchAnswer } from '@/services/solver';
import { runsOn } from '@/services/candidates';
import { TrialsNote } from './trials-note';
import { cautionSentence, noBeltWorks } from './messages';
import { SlipLimits } from '../tension/slip-limits';
import type { Trial } from '@/contract/records';

interface BeltOnPlateProps {
  readonly drive: Drive;
  readonly beltIndex: number;
  readonly match: MatchAnswer | null;
  readonly chosen: MatchedBelt | null;
  readonly name: string | null;
  readonly position: readonly { id: string; position: number }[] | undefined;
  /** Name of the drive's own belt; null where the drive states none. */
  readonly own: string | null;
  readonly exact: boolean;
  /** Warnings of the shop next to a verdict. */
  readonly limits: ShopLimits['belt'];
  /** Substitutes tried on this drive before. */
  readonly trials: readonly Trial[];
}
type Shown = BeltOnPlateProps & { readonly match: MatchAnswer; readonly chosen: MatchedBelt };

/** Result of the belt on the Plate: verdict, arm position, and tension between slip limit and bearing limit. */
export function BeltOnPlate(props: BeltOnPlateProps) {
  const { match, chosen } = props;
  const { show } = useUnits();
  const narrow = useMediaQuery('(max-width:599px)');
  if (!match)
    return (
      <Box sx={{ display: 'grid', gap: 1 }}>
        <Skeleton height={40} />
        <Skeleton variant="rectangular" height={130} />
        <Skeleton variant="rectangular" height={70} />
      </Box>
    );
  if (!chosen)
    return (
      <Box>
        <Typography>{noBeltWorks(props.own)}</Typography>
        <TrialsNote trials={props.trials} chosen={null} />
      </Box>
    );
  const shown: Shown = { ...props, match, chosen };
  return (
    <Box
      sx={{
        display: 'flex',
        flexDirection: { xs: 'column', sm: 'row', md: 'column' },
        gap: 1.25,
        minWidth: 0,
        '& > *': { flex: { sm: 1, md: 'none' }, minWidth: 0 },
      }}
    >
      <Verdict {...shown} />
      {narrow ? (
        <Fold title="Travel and tension" says={show(chosen.engaged.tension, 'force')}>
          <Travel {...shown} />
          <TensionEngaged {...shown} />
        </Fold>
      ) : (
        <>
          <Travel {...shown} />
          <TensionEngaged {...shown} />
        </>
      )}
    </Box>
  );
}

/** Name, verdict, earlier trials, slack when released, and warnings. */
function Verdict({ drive, beltIndex, match, chosen, name, exact, limits, trials }: Shown) {
  const units = useUnits();
  const { show } = units;
  const { stretchMm, slack, brakeOn } = chosen.disengaged;
  const cautions = beltCautions(drive, drive.belts[beltIndex]?.id ?? '', chosen, match.asksForRelease, {
    releasedSlackMm: limits.releasedSlackMm,
    usualStretchShare: limits.usualStretchPercent / 100,
  });
  return (
    <Box>
      <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1.5, flexWrap: 'wrap' }}>
        <Box component="span" className="ts-mono" sx={{ fontSize: 25, fontWeight: 600, lineHeight: 1.2 }}>
          {name}
        </Box>
        <Box component="span" sx={{ color: 'var(--ts-quiet)' }}>
          {show(chosen.outsideMm, 'length')} · {exact ? 'exact' : 'substitute'}
        </Box>
      </Box>
      <VerdictWord verdict={chosen.verdict} letsGo={match.asksForRelease} reasons={chosen.reasons} />
      <TrialsNote trials={trials} chosen={chosen} />
      {match.asksForRelease && (
        <Box sx={{ fontSize: 14 }}>
          Released: <strong>{stretchMm > 0 ? `${show(stretchMm, 'length')} of stretch` : `${show(slack, 'length')} slack`}</strong>
          {drive.brakes.length > 0 && (brakeOn ? ', brake on' : ', brake off')}
        </Box>
      )}
      {match.hasLengthWindow && cautions.length > 0 && (
        <Box
          component="ul"
          aria-label="Warnings"
          sx={{ m: 0, mt: 0.75, pl: 2, fontSize: 13.5, '& li::marker': { color: 'var(--ts-copper)' } }}
        >
          {cautions.map((caution) => (
            <li key={caution.code}>{cautionSentence(caution, units)}</li>
          ))}
        </Box>
      )}
    </Box>
  );
}

/** Travel of the tensioner of this belt. Nothing without one. */
function Travel({ drive, beltIndex, match, chosen, position }: Shown) {
  const route = new Set(drive.belts[beltIndex]?.route.map((r) => r.pulley));
  const tensioner = drive.tensioners.find((t) => !t.locked && t.carries.some((id) => route.has(id)));
  if (!tensioner) return null;
  const brake = drive.brakes.find((b) => b.tensioner === tensioner.id);
  return (
    <Box>
      <Typography variant="h3" sx={{ color: 'var(--ts-quiet)' }}>
        {tensioner.label ?? tensioner.id}
      </Typography>
      <Sweep
        tensioner={tensioner}
        position={position?.find((p) => p.id === tensioner.id)?.position ?? 0}
        released={chosen.disengaged.position}
        engaged={chosen.engaged.position}
        works={runsOn(chosen)}
        {...(match.asksForRelease ? { ends: ['released', 'engaged'] as const } : {})}
        {...(brake ? { brake } : {})}
      />
    </Box>
  );
}

/** Tension of the engaged belt between slip limit and bearing limit. */
function TensionEngaged({ match, chosen: { engaged } }: Shown) {
  const { show } = useUnits();
  const { tension, running, loadKnown } = engaged;
  return (
    <Box sx={{ display: match.hasLengthWindow ? 'block' : 'none' }}>
      <Typography variant="h3" sx={{ color: 'var(--ts-quiet)', mb: 0.75 }}>
        {match.asksForRelease ? 'Tension when engaged' : 'Tension'}
      </Typography>
      <Strand
        label="Static tension"
        floorN={engaged.floorN}
        loadKnown={loadKnown}
        ceilingN={engaged.ceilingN}
        marks={[
          {
            id: 'engaged',
            tensionN: tension,
            label: match.asksForRelease ? 'engaged' : 'at rest',
            ...(loadKnown ? { leftN: running } : {}),
          },
        ]}
      />
      {loadKnown && tension > 0 && (
        <Box sx={{ fontSize: 13.5, color: 'var(--ts-quiet)' }}>
          {show(tension, 'force')} at rest, {running > 0 ? `${show(running, 'force')} under load` : 'slack under load'}
        </Box>
      )}
      {loadKnown && <SlipLimits {...engaged} />}
    </Box>
  );
}
