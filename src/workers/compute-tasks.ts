/** Tasks of the server threads, so that no answer waits for them. Bundled separately: dist/compute.cjs. */
export { solveNotebook } from '../core/survey';
export { assessBelt } from '../services/assess-belt';
export { practiceResult } from '../services/practice-review';
