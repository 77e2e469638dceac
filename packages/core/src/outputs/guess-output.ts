import type { Pair } from '../model/unit.ts';
import type { Way } from '../model/words.ts';
import { saidPlace } from '../readings/place-words.ts';
import type { ResponseAnalysis } from '../signal/analyse.ts';

/** A file of one output, by its name and by what it carries. */
export interface NamedCurve {
  fileName: string;
  analysis: Pick<ResponseAnalysis, 'bandClass' | 'lowHz' | 'highHz'>;
}

export interface GuessedOutput {
  /** null: nobody can tell, or name and curve contradict each other */
  pairId: string | null;
  /** as the name says it */
  volumeStep: number | null;
  because: 'name' | 'name and band' | 'band' | null;
  /** why none was taken */
  doubt: string | null;
}

type Place = Pick<Pair, 'id' | 'side' | 'axle' | 'way'>;

/** Above this no low-pass is a subwoofer's, and from here down hardly another's, Hz. */
const SUBWOOFER_HZ = 250;
const DEEP_HZ = 150;

const STEP = /(?:step|volume|vol|stufe|lautst(?:ä|ae)rke)[\s_.-]*(\d{1,3})(?!\d)/i;

/** Ways whose outputs carry such a band. */
function waysOf({ bandClass, highHz }: NamedCurve['analysis']): Way[] {
  switch (bandClass) {
    case 'full-range':
      return ['full'];
    case 'low-pass':
      return highHz !== null && highHz < SUBWOOFER_HZ ? ['subwoofer', 'woofer'] : ['woofer'];
    case 'band-pass':
      return highHz !== null && highHz < SUBWOOFER_HZ ? ['subwoofer', 'woofer'] : ['midrange', 'woofer'];
    case 'high-pass':
      return ['tweeter', 'full'];
    default:
      return [];
  }
}

const wordsOf = (fileName: string): string[] =>
  fileName
    .replace(/\.[a-z0-9]{1,5}$/i, '')
    .replace(STEP, ' ')
    .replace(/([a-zäöüß])([A-ZÄÖÜ])/g, '$1 $2')
    .toLowerCase()
    .split(/[^\p{L}]+/u)
    .filter(Boolean);

/** Loud or plain contradictions: a tweeter's file has no lows alone, a woofer's no highs alone. */
const contradicts = (way: Way | null, { bandClass }: NamedCurve['analysis']): boolean =>
  (way === 'tweeter' && bandClass === 'low-pass') ||
  ((way === 'woofer' || way === 'subwoofer') && bandClass === 'high-pass');

/**
 * Which output a file was taken from, by the words of its name first and the band it carries where they leave several.
 * What fits more than one output is left to a person.
 *
 * @param outputs of the job
 */
export function guessOutput({ fileName, analysis }: NamedCurve, outputs: readonly Place[]): GuessedOutput {
  const step = STEP.exec(fileName);
  const volumeStep = step && Number(step[1]) <= 200 ? Number(step[1]) : null;
  const none = (doubt: string | null) => ({ pairId: null, volumeStep, because: null, doubt });
  const { place, told } = saidPlace(wordsOf(fileName));
  if (told && contradicts(place.way, analysis))
    return none(
      `named ${place.way}, but carries ${analysis.bandClass === 'low-pass' ? 'lows' : 'highs'} only`,
    );
  const named = outputs.filter(
    (o) =>
      (place.side === null || o.side === place.side) &&
      (place.axle === null || o.axle === place.axle) &&
      (place.way === null || o.way === place.way),
  );
  if (told && named.length === 1) return { pairId: named[0].id, volumeStep, because: 'name', doubt: null };
  if (told && named.length === 0) return none('no output of that name');
  const carried = waysOf(analysis)
    .map((way) => named.filter((o) => o.way === way))
    .find((list) => list.length > 0);
  const deep = analysis.bandClass === 'low-pass' && (analysis.highHz ?? Infinity) < DEEP_HZ;
  // A band alone names an output only where no other would have it.
  if (carried?.length === 1 && (told || deep))
    return { pairId: carried[0].id, volumeStep, because: told ? 'name and band' : 'band', doubt: null };
  return none('fits more than one output');
}

/** The same for several files at once: two of one output and step are left to a person. */
export function guessOutputs(curves: readonly NamedCurve[], outputs: readonly Place[]): GuessedOutput[] {
  const guesses = curves.map((c) => guessOutput(c, outputs));
  return guesses.map((guess, n) => {
    const twice = guesses.some(
      (g, k) =>
        k !== n && g.pairId !== null && g.pairId === guess.pairId && g.volumeStep === guess.volumeStep,
    );
    return twice
      ? { ...guess, pairId: null, because: null, doubt: 'another file fits the same output' }
      : guess;
  });
}
