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

/** Result of the belt on the Plate: verdict, arm position, and tension between slip limit and bearing limit. */
export function BeltOnPlate({
  drive,
  beltIndex,
  match,
  chosen,
  name,
  position,
  own,
  exact,
  limits,
  trials,
}: {
  drive: Drive;
  beltIndex: number;
  match: MatchAnswer | null;
  chosen: MatchedBelt | null;
  name: string | null;
  position: readonly { id: string; position: number }[] | undefined;
  /** Name of the drive's own belt; null where the drive states none. */
  own: string | null;
  exact: boolean;
  /** Warnings of the shop next to a verdict. */
  limits: ShopLimits['belt'];
  /** Substitutes tried on this drive before. */
  trials: readonly Trial[];
}) {
  const units = useUnits();
  const { show } = units;
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
        <Typography>{noBeltWorks(own)}</Typography>
        <TrialsNote trials={trials} chosen={null} />
      </Box>
    );
  const route = new Set(drive.belts[beltIndex]?.route.map((r) => r.pulley));
  const index = drive.tensioners.findIndex((t) => !t.locked && t.carries.some((id) => route.has(id)));
  const tensioner = drive.tensioners[index];
  const brake = tensioner && drive.brakes.find((b) => b.tensioner === tensioner.id);
  const runs = runsOn(chosen);
  const cautions = beltCautions(drive, drive.belts[beltIndex]?.id ?? '', chosen, match.asksForRelease, {
    releasedSlackMm: limits.releasedSlackMm,
    usualStretchShare: limits.usualStretchPercent / 100,
  });
  const gauges = (
    <>
      {tensioner && (
        <Box>
          <Typography variant="h3" sx={{ color: 'var(--ts-quiet)' }}>
            {tensioner.label ?? tensioner.id}
          </Typography>
          <Sweep
            tensioner={tensioner}
            position={position?.find((p) => p.id === tensioner.id)?.position ?? 0}
            released={chosen.disengaged.position}
            engaged={chosen.engaged.position}
            works={runs}
            {...(match.asksForRelease ? { ends: ['released', 'engaged'] as const } : {})}
            {...(brake ? { brake } : {})}
          />
        </Box>
      )}
      <Box sx={{ display: match.hasLengthWindow ? 'block' : 'none' }}>
        <Typography variant="h3" sx={{ color: 'var(--ts-quiet)', mb: 0.75 }}>
          {match.asksForRelease ? 'Tension when engaged' : 'Tension'}
        </Typography>
        <Strand
          label="Static tension"
          floorN={chosen.engaged.floorN}
          loadKnown={chosen.engaged.loadKnown}
          ceilingN={chosen.engaged.ceilingN}
          marks={[
            {
              id: 'engaged',
              tensionN: chosen.engaged.tension,
              label: match.asksForRelease ? 'engaged' : 'at rest',
              ...(chosen.engaged.loadKnown ? { leftN: chosen.engaged.running } : {}),
            },
          ]}
        />
        {chosen.engaged.loadKnown && chosen.engaged.tension > 0 && (
          <Box sx={{ fontSize: 13.5, color: 'var(--ts-quiet)' }}>
            {show(chosen.engaged.tension, 'force')} at rest,{' '}
            {chosen.engaged.running > 0 ? `${show(chosen.engaged.running, 'force')} under load` : 'slack under load'}
          </Box>
        )}
        {chosen.engaged.loadKnown && <SlipLimits {...chosen.engaged} />}
      </Box>
    </>
  );
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
            Released:{' '}
            <strong>
              {chosen.disengaged.stretchMm > 0
                ? `${show(chosen.disengaged.stretchMm, 'length')} of stretch`
                : `${show(chosen.disengaged.slack, 'length')} slack`}
            </strong>
            {drive.brakes.length > 0 && (chosen.disengaged.brakeOn ? ', brake on' : ', brake off')}
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
      {narrow ? (
        <Fold title="Travel and tension" says={show(chosen.engaged.tension, 'force')}>
          {gauges}
        </Fold>
      ) : (
        gauges
      )}
    </Box>
  );
}
