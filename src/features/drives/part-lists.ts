import type { PartList } from './editor-model';

/** The kinds of parts of a drive: key, what they are called, how one is added. */
export const PART_LISTS: readonly (readonly [PartList | 'drive', string, string])[] = [
  ['drive', 'The drive', ''],
  ['pulleys', 'Pulleys', 'Add a pulley'],
  ['belts', 'Belts', 'Add a belt'],
  ['tensioners', 'Arms and slides', 'Add an arm'],
  ['springs', 'Springs', 'Add a spring'],
  ['adjusters', 'Adjusters', 'Add an adjuster'],
  ['brakes', 'Brakes', 'Add a brake'],
  ['keepers', 'Keepers', 'Add a keeper'],
  ['states', 'States', 'Add a state'],
];
