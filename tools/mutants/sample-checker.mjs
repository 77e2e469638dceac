// Which mutants of a folder are tried: all, or as many as are asked for, the same ones in every run of one seed.
import { createHash } from 'node:crypto';
import { declareClassPlugin, PluginKind } from '@stryker-mutator/api/plugin';

const COUNT = Number(process.env.ULPEN_MUTANTS_COUNT);
/** Files of which every mutant is tried, whatever is drawn of the others. */
const WHOLE = (process.env.ULPEN_MUTANTS_WHOLE ?? '').split(' ').filter(Boolean);
const SEED = process.env.ULPEN_MUTANTS_SEED;

/** A mutant's place in the draw depends on what it is, not on how many others there are. */
const lot = ({ fileName, location, mutatorName, replacement }) =>
  createHash('sha256')
    .update(JSON.stringify([SEED, fileName.split('/src/').at(-1), location, mutatorName, replacement]))
    .digest('hex');

class SampleChecker {
  async init() {}

  async group(mutants) {
    return [mutants.map((m) => m.id)];
  }

  /** What is not drawn counts as not to be tried. */
  async check(mutants) {
    const whole = mutants.filter((m) => WHOLE.some((file) => m.fileName.endsWith(file)));
    const drawn = mutants
      .filter((m) => !whole.includes(m))
      .map((m) => ({ id: m.id, lot: lot(m) }))
      .sort((a, b) => (a.lot < b.lot ? -1 : 1))
      .slice(0, COUNT);
    const tried = new Set([...whole, ...drawn].map((m) => m.id));
    return Object.fromEntries(
      mutants.map(({ id }) => [
        id,
        tried.has(id) ? { status: 'passed' } : { status: 'compileError', reason: 'not drawn' },
      ]),
    );
  }
}

export const strykerPlugins = [declareClassPlugin(PluginKind.Checker, 'sample', SampleChecker)];
