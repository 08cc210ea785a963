export const fileIsEmpty = (file: string): string => `${file} is empty. Choose it again.`;

export const fileTooLarge = (file: string): string => `${file} is larger than 8 MB. Remove pages, or save it smaller.`;

export const fileUnreadable = (file: string): string => `${file} cannot be read on this device. Choose it again.`;
