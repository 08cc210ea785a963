'use client';

import { createContext, useContext, useMemo, type ReactNode } from 'react';
import { formatQuantity, preferredUnit, type Dimension, type UnitSetting } from '@/core/quantity';

export interface Units {
  readonly setting: UnitSetting;
  /** Prints a value in the core's unit as this person reads it. */
  readonly show: (value: number, dimension: Dimension, digits?: number) => string;
  /** Prints a length as a caliper shows it: tenths of a millimetre, hundredths of an inch. */
  readonly caliper: (mm: number) => string;
  /** Prints a position of an adjuster, a length as a caliper shows it: a sixteenth of an inch is too rough to set by. */
  readonly adjusterPosition: (value: number, dimension: Dimension) => string;
  /** Prints a length with the precision of belt wear: hundredths of a millimetre, thousandths of an inch. */
  readonly fine: (mm: number) => string;
  /** The unit taken where none is typed. */
  readonly unit: (dimension: Dimension) => string;
}

const UnitsContext = createContext<UnitSetting>({ system: 'metric', inchDenominator: 16 });

/** Provides the unit system of the signed-in person to all numbers below it. */
export function UnitsProvider({ setting, children }: { setting: UnitSetting; children: ReactNode }) {
  return <UnitsContext.Provider value={setting}>{children}</UnitsContext.Provider>;
}

export function unitsFor(setting: UnitSetting): Units {
  const show: Units['show'] = (value, dimension, digits) => formatQuantity(value, dimension, setting, digits);
  const caliper = (mm: number) => (setting.system === 'inch' ? `${(mm / 25.4).toFixed(2)} in` : `${mm.toFixed(1)} mm`);
  return {
    setting,
    show,
    caliper,
    adjusterPosition: (value, dimension) => (dimension === 'length' ? caliper(value) : show(value, dimension)),
    fine: (mm) => (setting.system === 'inch' ? `${(mm / 25.4).toFixed(3)} in` : `${mm.toFixed(2)} mm`),
    unit: (dimension) => preferredUnit(dimension, setting),
  };
}

export function useUnits(): Units {
  const setting = useContext(UnitsContext);
  return useMemo(() => unitsFor(setting), [setting]);
}
