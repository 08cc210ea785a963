export const bladeOn = (shaft: string): string => `A blade on ${shaft}, tip to tip`;

export const hubSpeedOf = (shaft: string): string => `Rated speed of the hub, ${shaft}`;

export const nothingToChart = (figure: string): string => `The drive does not say what ${figure} is: nothing to chart.`;

export const sweepText = (
  figure: string,
  pulley: string,
  firstValue: string,
  firstSize: string,
  lastValue: string,
  lastSize: string,
): string => `${figure} over the diameter of ${pulley}: ${firstValue} at ${firstSize}, ${lastValue} at ${lastSize}`;
