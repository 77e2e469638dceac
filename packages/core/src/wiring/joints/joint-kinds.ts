import type { JointKind, JointPlace } from '../../model/wiring.ts';

/** How a joint is made. Sources beside the rules; trade practice where none is named. */
export interface JointCraft {
  name: string;
  /** one line, in the order of the hands */
  steps: string;
  tools: readonly string[];
  consumables: readonly string[];
  /** insulation taken off, mm; null: none, or as the part says */
  stripMm: number | null;
  cover: string;
  /** what is left when the car goes back to stock */
  toStock: string;
}

const STRIPPERS = 'wire strippers';
const CRIMPER = 'ratchet crimper with the matching die';
const HEAT = 'heat gun';
const SLEEVE = 'adhesive heat-shrink sleeve';

export const JOINT_CRAFT: Record<JointKind, JointCraft> = {
  'soldered-tap': {
    name: 'Soldered tap',
    steps:
      'Bare 15 mm of the unbroken wire without nicking a strand; wrap the new wire round it; solder; let it cool; tape it, then tie both wires on either side.',
    tools: [STRIPPERS, 'soldering iron'],
    consumables: ['solder', 'cloth tape'],
    stripMm: 15,
    cover: 'cloth tape, three layers; self-sealing tape first where it can get wet',
    toStock: 'Unsolder and tape: the wire is whole.',
  },
  'displacement-tap': {
    name: 'Displacement tap',
    steps:
      'Pick the size that suits both wires; lay the unbroken wire in, push the new one in to the stop, close until it clicks; tug both.',
    tools: ['pliers with flat jaws'],
    consumables: ['displacement connectors'],
    stripMm: null,
    cover: 'its own shell',
    toStock: 'Take it off and tape the mark that it left.',
  },
  butt: {
    name: 'Crimped butt',
    steps:
      'Sleeve on first; strip 8 mm; crimp each side with the matching die; tug; shrink until glue shows at both ends.',
    tools: [STRIPPERS, CRIMPER, HEAT],
    consumables: ['butt connectors', SLEEVE],
    stripMm: 8,
    cover: SLEEVE,
    toStock: 'Cut it out and butt the two old ends together again.',
  },
  connector: {
    name: 'Connector on both sides',
    steps:
      'Crimp a terminal on each of the two cut ends and on the new wires; click them into a pair of housings that also fit each other.',
    tools: [STRIPPERS, 'open-barrel crimper'],
    consumables: ['pair of housings', 'terminals'],
    stripMm: 5,
    cover: 'its housing; a sealed one where it can get wet',
    toStock: 'Plug the two factory halves together.',
  },
  'harness-pair': {
    name: 'Harness pair',
    steps:
      'Sleeve on first; join at the bench to the half that faces this way; stagger the joints; the car’s own wire stays whole.',
    tools: [STRIPPERS, CRIMPER, HEAT],
    consumables: ['butt connectors', SLEEVE],
    stripMm: 8,
    cover: SLEEVE,
    toStock: 'Unplug the pair and plug the car together.',
  },
  'moved-terminal': {
    name: 'Terminal moved',
    steps:
      'Open the second lock; release the terminal with the right tool; push it into its new cavity until it clicks; tug; close the lock.',
    tools: ['terminal release tool'],
    consumables: [],
    stripMm: null,
    cover: 'its plug',
    toStock: 'Move it back.',
  },
  'device-plug': {
    name: 'The box’s own plug',
    steps:
      'Sleeve on first; butt the lead of the box’s plug to the wire; leave enough to unplug the box in place.',
    tools: [STRIPPERS, CRIMPER, HEAT],
    consumables: ['butt connectors', SLEEVE],
    stripMm: 8,
    cover: SLEEVE,
    toStock: 'Unplug the box.',
  },
  ring: {
    name: 'Ring',
    steps:
      'Sleeve on first; strip to the depth of the barrel; crimp with the matching die; tug; shrink; bolt down on bright metal.',
    tools: [STRIPPERS, 'lug crimper with the matching die', HEAT],
    consumables: ['rings of the bolt’s size', SLEEVE],
    stripMm: 12,
    cover: SLEEVE,
    toStock: 'Unbolt it.',
  },
  ferrule: {
    name: 'Ferrule',
    steps:
      'Strip to the length of the ferrule; push it on over every strand; crimp; screw down; tug; tighten again after a day.',
    tools: [STRIPPERS, 'ferrule crimper', 'screwdriver or hex key'],
    consumables: ['ferrules of the conductor’s size'],
    stripMm: 12,
    cover: 'its collar, up to the insulation',
    toStock: 'Unscrew it.',
  },
  'quick-disconnect': {
    name: 'Quick disconnect',
    steps:
      'Sleeve on first; strip 6 mm; crimp the insulated receptacle of the blade’s width; tug; push on to the stop.',
    tools: [STRIPPERS, CRIMPER],
    consumables: ['insulated receptacles'],
    stripMm: 6,
    cover: 'its own insulation',
    toStock: 'Pull it off.',
  },
  'line-plug': {
    name: 'Line plug',
    steps: 'Push on with a turn until it grips; tie the cable a hand’s width away.',
    tools: [],
    consumables: ['line cable'],
    stripMm: null,
    cover: 'its own body',
    toStock: 'Pull it off.',
  },
  'closed-end-cap': {
    name: 'Closed-end cap',
    steps: 'Cut back to clean copper; crimp on the cap; tug; tie it back by itself.',
    tools: ['side cutters', CRIMPER],
    consumables: ['closed-end caps'],
    stripMm: 8,
    cover: 'its own shell',
    toStock: 'Take the cap off and join the wire again.',
  },
};

/** What can be chosen at each place, the usual one first. */
export const JOINTS_AT: Record<JointPlace, readonly [JointKind, ...JointKind[]]> = {
  tap: ['soldered-tap', 'displacement-tap', 'harness-pair'],
  cut: ['connector', 'butt', 'harness-pair', 'moved-terminal'],
  capped: ['closed-end-cap', 'connector', 'harness-pair'],
  screw: ['ferrule'],
  device: ['device-plug', 'ferrule', 'quick-disconnect'],
  socket: ['line-plug'],
  speaker: ['quick-disconnect', 'connector', 'soldered-tap'],
  post: ['ring'],
  fuse: ['ferrule', 'ring', 'butt'],
  relay: ['quick-disconnect'],
  resistor: ['butt', 'soldered-tap'],
};

export const PLACE_WORD: Record<JointPlace, string> = {
  tap: 'Factory wire, tapped',
  cut: 'Factory wire, intercepted',
  capped: 'Ends that nothing uses',
  screw: 'Large terminals of boxes',
  device: 'Small terminals of boxes',
  socket: 'Line sockets',
  speaker: 'Speakers',
  post: 'Battery and ground',
  fuse: 'Fuses and distribution',
  relay: 'Relay',
  resistor: 'Load resistors',
};
