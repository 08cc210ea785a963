import * as z from 'zod';
import { shopLimits } from '../../core/machine';
import { ROLES } from '../../core/role';
import { command } from '../declare';
import { currencyRule, emailRule, nameRule, passwordRule, preferencesRule, timeZoneRule } from '../forms/account';
import type { Person, Shop } from '../records';
import { id, place } from './places';

const role = z.enum(ROLES);

export const peopleCommands = {
  preferences: command<null>()('viewer', preferencesRule),
  'own-password': command<null>()('viewer', z.object({ current: z.string(), next: passwordRule })),
  /** An omitted currency or omitted limits stay unchanged. */
  'shop.change': command<Shop, Shop>()(
    'owner',
    z.object({
      version: z.number().int(),
      name: nameRule,
      timeZone: timeZoneRule,
      currency: currencyRule.optional(),
      limits: shopLimits.optional(),
    }),
  ),
  'person.add': command<Person>()('owner', z.object({ name: nameRule, email: emailRule, role, password: passwordRule })),
  'person.change': command<Person, Person>()('owner', place.extend({ role, active: z.boolean() })),
  /** Ends a session of the shop. */
  'session.end': command<null>()('owner', z.object({ id: z.uuid() })),
  'person.reset-password': command<null>()('owner', z.object({ id, password: passwordRule })),
} as const;
