/** Weights of the evidence for a rim, and that of none (`choose.ts`), by `npm run fit:see` on drawn pictures. */
interface Weights {
  readonly weights: readonly number[];
  readonly none: number;
}

/** Where slants are compared. */
export const FIRST: Weights = {
  weights: [
    6.715, 5.184, -9.191, -1.539, 13.125, 7.71, 1.222, -0.362, 0.646, -1.213, -0.594, -0.786, 1.835, -2.171, -0.869, 1.553, 2.016, -0.029,
    -0.251, -6.768, 1.718, -1.117, 1.096, -2.432, 2.839, 5.098, -2.82, 0.623, -1.356,
  ],
  none: 1.819,
};

/** Where the rim is chosen. After the evidence of the first rounds comes that of the last one. */
export const LAST: Weights = {
  weights: [
    3.133, 8.358, -6.248, -0.163, 11.94, 7.643, 1.778, 0.18, -0.018, -0.989, -1.92, -0.78, 0.929, -0.733, -1.7, 0.331, 1.153, -0.395,
    -0.031, -3.763, 0.403, -0.072, 1.196, -4.37, 4.699, 3.993, 0.391, 0.599, -0.708, 0.071, 0.263, 0.673, -0.685, 1.425, -2.816, -3.07,
    -4.646, -3.174, -0.812, 2.202, -0.65, 2.401, 0.41, 3.201, 0.89, -0.271, 1.521, 1.903, 0.043, 1.405, -1.07, 1.233, -0.45, -2.327, -2.906,
    -0.346, -0.967, 8.195, -9.748, -1.171, 1.176, -3.608, 2.21, 1.455, -1.321,
  ],
  none: 5.476,
};
