import type { Axle, Side, Way } from '../model/words.ts';
import { wordTable } from '../quantity/word-table.ts';

/** What one word says of where a speaker is. */
interface Said {
  side?: Side;
  axle?: Axle;
  way?: Way;
  /** a place that is an axle's unless something else is said */
  usually?: { axle: Axle; way?: Way; side?: Side };
}

export interface SaidPlace {
  side: Side | null;
  axle: Axle | null;
  way: Way | null;
}

const FRONT: Said = { axle: 'front' };
const REAR: Said = { axle: 'rear' };
const LEFT: Said = { side: 'left' };
const RIGHT: Said = { side: 'right' };
const CENTRE: Said = { side: 'centre' };
const SUB: Said = { way: 'subwoofer' };
const WOOFER: Said = { way: 'woofer' };
const MID: Said = { way: 'midrange' };
const TWEETER: Said = { way: 'tweeter' };
const corner = (axle: Axle, side: Side): Said => ({ axle, side });
const BEHIND: Said = { usually: { axle: 'rear' } };
/** Only tweeters fit there. */
const CORNER_OF_WINDOW: Said = { usually: { axle: 'front', way: 'tweeter' } };
/** In the middle unless a side is said. */
const DASH: Said = { usually: { axle: 'front', side: 'centre' } };

const words = (means: Said, list: string): Record<string, Said> =>
  Object.fromEntries(list.split(' ').map((word) => [word, means]));

const WORDS = wordTable<Said>({
  ...words(corner('front', 'left'), 'fl lf vl'),
  ...words(corner('front', 'right'), 'fr rf vr'),
  ...words(corner('rear', 'left'), 'rl lr hl'),
  ...words(corner('rear', 'right'), 'rr hr'),
  ...words(FRONT, 'front frt vorn vorne vordere vorderer'),
  ...words(REAR, 'rear back hinten hintere hinterer'),
  ...words(LEFT, 'left lh links linke linker'),
  ...words(RIGHT, 'right rh rechts rechte rechter'),
  ...words({ ...CENTRE, axle: 'front' }, 'c centre center ctr mitte'),
  ...words(SUB, 'sub subw subwoofer subs'),
  ...words(WOOFER, 'door woofer wf bass low tür tuer tieftöner tieftoener tmt'),
  ...words(MID, 'mid midrange midrg mitteltöner mitteltoener mt'),
  ...words(TWEETER, 'tweeter tweet tw twtr high hochtöner hochtoener ht'),
  ...words(BEHIND, 'deck shelf boot trunk hatch tailgate hutablage kofferraum heckklappe'),
  ...words(CORNER_OF_WINDOW, 'pillar säule saeule sail mirror'),
  ...words(DASH, 'dash dashboard cowl armaturenbrett'),
});

/** Words that belong to a place and say nothing more of it. */
const QUIET = new Set(
  'panel package parcel tray headliner roof dachhimmel triangle the in at on a b c-pillar speaker speakers lautsprecher spk'.split(
    ' ',
  ),
);

/**
 * Where a speaker is, from words as people say them; what is not known of is left to the caller.
 *
 * @returns the place, and the words that say nothing of one
 * @example saidPlace(['front', 'left', 'dash', 'tweeter']).place // front left tweeter
 */
export function saidPlace(list: readonly string[]): { place: SaidPlace; unknown: string[]; told: boolean } {
  const place: SaidPlace = { side: null, axle: null, way: null };
  const usual: Partial<SaidPlace> = {};
  const unknown: string[] = [];
  let told = false;
  for (let n = 0; n < list.length; n++) {
    const word = list[n];
    // The pillars behind the seats.
    if (/^[cd]$/.test(word) && /^(?:pillar|säule|saeule)$/.test(list[n + 1] ?? '')) {
      usual.axle ??= 'rear';
      told = true;
      n++;
      continue;
    }
    const said = WORDS.get(word);
    if (!said) {
      if (!QUIET.has(word)) unknown.push(word);
      continue;
    }
    told = true;
    place.side = said.side ?? place.side;
    place.axle = said.axle ?? place.axle;
    place.way = said.way ?? place.way;
    usual.axle ??= said.usually?.axle;
    usual.way ??= said.usually?.way;
    usual.side ??= said.usually?.side;
  }
  // The front of a boot is nowhere.
  if (
    place.axle !== null &&
    usual.axle !== undefined &&
    place.axle !== usual.axle &&
    place.way !== 'subwoofer'
  )
    unknown.push('two places at once');
  if (place.way === 'subwoofer')
    return { place: { side: 'mono', axle: 'other', way: 'subwoofer' }, unknown, told };
  return {
    place: {
      side: place.side ?? usual.side ?? null,
      axle: place.axle ?? usual.axle ?? null,
      way: place.way ?? usual.way ?? null,
    },
    unknown,
    told,
  };
}
