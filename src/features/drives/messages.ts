export const askedAtCounter = (drive: string, belt: string, verdict: string, why: string): string =>
  `Asked at the counter, ${drive}: ${belt}. ${verdict}. ${why}`;

export const idlerOnTightSide = (belt: string): string =>
  `${belt}: the sprung idler runs on the tight side; check the rotation, or move the idler to the slack side.`;

export const takeOffRoute = (name: string): string => `Take ${name} off the route`;
