import type { ComponentType } from 'react';
import type { Stage } from '@/core/job';
import { blank, lazyPart } from '@/ui/lazy';
import type { StageModule, StageProps } from './module';

/** A stage, with scripts that load when it first opens. */
const stage = (load: () => Promise<ComponentType<StageProps>>): StageModule => ({ Panel: lazyPart(load, blank(420)) });

/** Component of each stage. */
export const STAGE_MODULES: Readonly<Record<Stage, StageModule>> = {
  ask: stage(async () => (await import('./ask')).askStage.Panel),
  secure: stage(async () => (await import('./secure')).secureStage.Panel),
  look: stage(async () => (await import('./look')).lookStage.Panel),
  match: stage(async () => (await import('./match')).matchStage.Panel),
  fit: stage(async () => (await import('./fit')).fitStage.Panel),
  set: stage(async () => (await import('./set')).setStage.Panel),
  prove: stage(async () => (await import('./prove')).proveStage.Panel),
  book: stage(async () => (await import('./book')).bookStage.Panel),
};
