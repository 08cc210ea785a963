import { bad, length, type Procedure } from './step';

/** Replacing the bearings of a spindle or an idler. */
export const BEARINGS: Procedure = {
  id: 'bearings',
  kinds: ['deck-lever', 'deck-clutch', 'sliding-deck', 'pto', 'snow-thrower', 'accessory', 'reel'],
  name: 'Spindle or idler bearings replaced',
  partWork: true,
  gather: ['press or puller', 'sockets that fit the ring to press on', 'circlip pliers', 'seals', 'rule', 'wire'],
  minutes: [30, 90],
  needs: ['threads', 'manual'],
  meant: { any: [bad('spindle-rock'), bad('idler-tip'), bad('idler-spin')] },
  because: 'its bearing was found bad',
  steps: [
    {
      id: 'height-found',
      stage: 'look',
      text: 'Measure the height of the groove or face above the deck before you remove anything. Photograph the stack.',
      reads: [length('Height above the deck')],
      photo: true,
    },
    {
      id: 'wire',
      stage: 'fit',
      text: 'Remove the nut, washer and pulley. Put shims, spacers and shields on a wire in their order.',
      off: ['Pulley nut', 'Pulley washer', 'Pulley', 'Shims and spacers', 'Shields'],
      photo: true,
    },
    {
      id: 'press-out',
      stage: 'fit',
      text: 'Wear eye protection. Support the housing. Press only on the ring with the tight fit: the outer ring in a housing, the inner ring on a shaft. Never press through the balls.',
      hold: true,
    },
    {
      id: 'bore',
      stage: 'look',
      text: 'Check the housing bore and the shaft for fretting, an oval shape and marks of a turned ring. Replace a worn housing or shaft too.',
      hold: true,
    },
    {
      id: 'press-in',
      stage: 'fit',
      text: 'Press the new bearings in square, fully to the end. Fit the spacer between the inner rings. Fit the seals facing the dirt.',
      hold: true,
      why: 'Without the spacer the bearings bind when the nut is tightened.',
    },
    {
      id: 'pulley-on',
      stage: 'fit',
      text: 'Refit shims, spacers and shields in their order. Fit the pulley, washer and nut. Tighten to the torque in the manual.',
      on: ['Pulley nut', 'Pulley washer', 'Pulley', 'Shims and spacers', 'Shields'],
      torque: true,
    },
    {
      id: 'turns',
      stage: 'fit',
      text: 'Turn it by hand with the nut tight. It must turn freely. On a pulley of two halves, check that the halves meet all round.',
      hold: true,
    },
    {
      id: 'height-again',
      stage: 'set',
      text: 'Measure the height of the groove or face again. Compare it with the height as found: the default limit is 1 mm.',
      reads: [length('Height above the deck')],
      agree: { within: 1, with: 'height-found', otherwise: 'The stack has another order, or a shim is missing.' },
    },
    { id: 'entry-angle', stage: 'set', instrument: 'alignment', text: 'Measure the entry angle of the spans on both sides of the pulley.' },
    {
      id: 'test',
      stage: 'prove',
      instrument: 'times',
      text: 'Test it as the procedure of the drive states. Listen to the new bearings.',
    },
    { id: 'record', stage: 'book', text: 'Record the bearings and seals fitted, the torque, and both heights.' },
  ],
};
