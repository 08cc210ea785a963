'use client';

import Typography from '@mui/material/Typography';
import type { BeltDuty, Drive } from '@/core/drive';
import { useUnits } from '@/ui/units';
import { fleetAngleOver, overSectionSpeed, sectionDiameter, thousandBends, underSectionDiameter } from './messages';

/** Speed, tightest bend and flexes, and whether the section takes them. */
export function Duty({ duty, drive }: { duty: BeltDuty; drive: Drive }) {
  const { show } = useUnits();
  const { metresPerSecond: v, speedLimit, tightestDiameterMm: bend, minDiameterMm, flexesPerHour } = duty;
  const pulley = drive.pulleys.find((p) => p.id === duty.tightestPulley);
  const tooFast = v !== null && v > speedLimit;
  const tooTight = bend < minDiameterMm;
  return (
    <Typography component="p" sx={{ mt: 1.5, fontSize: 14, color: 'var(--ts-quiet)' }}>
      {v === null ? (
        'Belt speed unknown. '
      ) : (
        <>
          Belt speed {show(v, 'speed')}
          {tooFast ? <strong> {overSectionSpeed(show(speedLimit, 'speed'))}</strong> : ` of ${show(speedLimit, 'speed')}`}.{' '}
        </>
      )}
      Tightest bend {show(bend, 'length')} on {pulley?.label ?? duty.tightestPulley},{' '}
      {tooTight ? <strong>{underSectionDiameter(show(minDiameterMm, 'length'))}</strong> : sectionDiameter(show(minDiameterMm, 'length'))}.
      {flexesPerHour === null ? '' : ` ${thousandBends(Math.round(flexesPerHour / 1000).toLocaleString('en-GB'))}`}
      {duty.fleet && <Fleet fleet={duty.fleet} drive={drive} />}
    </Typography>
  );
}

/** The steepest climb of the belt, in words. */
export function Fleet({ fleet, drive }: { fleet: NonNullable<BeltDuty['fleet']>; drive: Drive }) {
  const { show } = useUnits();
  const name = (id: string) => drive.pulleys.find((p) => p.id === id)?.label ?? 'a pulley';
  const angle = `${show(fleet.degrees, 'angle', 2)} between ${name(fleet.from)} and ${name(fleet.to)}`;
  return fleet.degrees > fleet.limit ? (
    <strong> {fleetAngleOver(angle, show(fleet.limit, 'angle', 2))}</strong>
  ) : (
    <> Fleet angle {angle}.</>
  );
}
