import type { Correction } from '../../core/fault';
import type { ShopLimits } from '../../core/machine';
import type { Role } from '../../core/role';

/** Units and screen settings of a person. */
export interface Preferences {
  readonly system: 'metric' | 'inch';
  readonly inchDenominator: 16 | 32;
  readonly theme: 'day' | 'bay' | 'system';
}

export interface Person {
  readonly id: number;
  readonly shopId: number;
  readonly email: string;
  readonly name: string;
  readonly role: Role;
  readonly active: boolean;
  readonly preferences: Preferences;
  readonly version: number;
}

/** A shop that a person can sign in to. */
export interface ShopChoice {
  readonly id: number;
  readonly name: string;
}

export interface Shop {
  readonly id: number;
  readonly name: string;
  /** By its IANA name; times are shown in it. */
  readonly timeZone: string;
  /** ISO 4217. All prices of the shop are in it. */
  readonly currency: string;
  readonly limits: ShopLimits;
  readonly version: number;
}

/** Corrections of the base by an owner, with author and date. */
export interface StoredCorrection extends Correction {
  readonly by: string;
  readonly at: string;
}
