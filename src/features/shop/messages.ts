export const noLongerSignsIn = (name: string): string => `${name} can no longer sign in.`;

export const signsInAgain = (name: string): string => `${name} can sign in again.`;

export const passwordHelp = (shortest: number): string => `At least ${shortest} characters. The person can change it here.`;

export const newPasswordSet = (name: string): string => `New password set for ${name}.`;

export const resetPasswordOf = (name: string): string => `Reset the password of ${name}`;
