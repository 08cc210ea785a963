import { blank, lazyPart } from '@/ui/lazy';

/** Forms and instruments of a job. Each loads when a line of the job first needs it. */
export const AskForm = lazyPart(async () => (await import('./ask/ask-form')).AskForm, blank(320));
export const ArrivedParts = lazyPart(async () => (await import('../procedure/arrived-parts')).ArrivedParts, blank(160));
export const PartsListCheck = lazyPart(async () => (await import('../procedure/parts-list-check')).PartsListCheck, blank(160));
export const StartedQuestion = lazyPart(async () => (await import('./ask/ask-form')).StartedQuestion, blank(160));
export const PoweredTest = lazyPart(async () => (await import('./powered-test')).PoweredTest, blank(160));
export const BeltWidth = lazyPart(async () => (await import('./look/belt-width')).BeltWidth, blank(320));
export const BeltAlignment = lazyPart(async () => (await import('./set/belt-alignment')).BeltAlignment, blank(320));
export const Tension = lazyPart(async () => (await import('./set/tension')).Tension, blank(320));
export const TestForm = lazyPart(async () => (await import('./prove/test-form')).TestForm, blank(240));
export const CloseForm = lazyPart(async () => (await import('./book/close-form')).CloseForm, blank(320));
