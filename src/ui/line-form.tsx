'use client';

import { blank, lazyPart } from './lazy';

/** One line of text and its button, such as a reason. It loads when it is first asked for. */
export const LineForm = lazyPart(async () => (await import('./line-form-fields')).LineFormFields, blank(56));
