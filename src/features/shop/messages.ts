import type { RestoreStep } from './restore';
export const noLongerSignsIn = (name: string): string => `${name} can no longer sign in.`;

export const signsInAgain = (name: string): string => `${name} can sign in again.`;

export const passwordHelp = (shortest: number): string => `At least ${shortest} characters. The person can change it here.`;

export const newPasswordSet = (name: string): string => `New password set for ${name}.`;

export const resetPasswordOf = (name: string): string => `Reset the password of ${name}`;

const STEP_WORDS = { sent: 'Sending the archive', checked: 'Checking the archive', restored: 'Restoring' } as const;

/** Progress of a restore: “Restoring: 400 of 1200”. */
export const restoreStepWords = ({ step, done, total }: RestoreStep): string =>
  step === 'sent' ? `${STEP_WORDS.sent}…` : `${STEP_WORDS[step]}: ${done} of ${total}`;
