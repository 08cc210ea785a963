/** Subject of a picture: its finding or step. */
export const aboutFinding = (check: string, part: { readonly id: string } | null): string => `finding ${check} ${part?.id ?? ''}`.trim();
export const aboutStep = (step: string): string => `step ${step}`;

/** A recording is stored like a picture, with its reading. */
const SOUND = 'sound ';
export const aboutSound = (where: string): string => `${SOUND}${where}`.slice(0, 200);
export const isSound = ({ about }: { readonly about: string }): boolean => about.startsWith(SOUND);
