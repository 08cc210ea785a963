import { defineConfig } from 'vitest/config';

/** Benchmarks as `scripts/bench.mjs` bundled them. */
export default defineConfig({ test: { benchmark: { include: ['.cache/bench/**/*.bench.mjs'] }, exclude: [] } });
