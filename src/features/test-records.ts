import orchardRider from '../../demo/drives/orchard-rider.drive.json';
import { USUAL_LIMITS } from '@/core/machine';
import type { Drive } from '@/core/drive';
import type { Machine, Shop, StoredDrive } from '@/contract/records';

/** Sample records for tests of screens. */
export const MACHINE: Machine = {
  id: 3,
  version: 4,
  name: 'Orchard rider',
  maker: 'Thrushbeck',
  model: '',
  serial: '',
  customer: 'Isla',
  customerId: 1,
  meter: 412.6,
  meterUnit: 'h',
  notes: '',
  driveIds: [],
};
export const SHOP: Shop = { id: 1, name: 'Quay Bay Repairs', timeZone: 'UTC', currency: 'EUR', limits: USUAL_LIMITS, version: 2 };
export const RIDER_DRIVE: StoredDrive = {
  id: 1,
  document: orchardRider as Drive,
  uncertainty: null,
  version: 1,
  changedBy: 'Ines',
  changedAt: '2026-10-17T08:00:00Z',
};
