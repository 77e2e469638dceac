import type { Connector, Observation, View } from '@ulpen/core';
import { INSTRUMENTS, kindOf, parseEntry } from '@ulpen/core';
import { useNotices } from '../../ui/notices-store.ts';
import { COLOUR_KEYS, withColour } from './colour-keys.ts';
import { withSource } from './entry-source.ts';
import { useFindStore } from './find-store.ts';
import type { Key } from './use-keys-of-nobody.ts';
import { type Direction, moved, type Selection } from './selection.ts';

interface BenchActions {
  connector: Connector;
  at: Selection;
  from: View;
  entryBox: React.RefObject<HTMLInputElement | null>;
  lock: string | null;
  select: (to: Selection) => void;
  measure: () => void;
  jump: () => void;
  /** false when it was refused, which has been said */
  save: (observation: Observation, entered: string) => boolean;
  neighbourPlug: (step: 1 | -1) => void;
  undo: () => void;
  flip: () => void;
  help: () => void;
  toListen: () => void;
  /** turns a condition on by its key; false when the key is none */
  turn: (key: string) => boolean;
  /** the next of the conditions that are set together */
  nextSet: () => void;
}

const ARROWS: Record<string, Direction> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
};

/**
 * Keys at the bench. On the face letters are commands and digits start a value; in the entry letters are letters, and
 * arrows go on moving over the face as long as nothing is typed.
 */
export function useBenchKeys(actions: BenchActions) {
  const store = useFindStore();
  const tell = useNotices((s) => s.tell);
  const { at, connector, from, entryBox, lock } = actions;

  const move = (event: Key): boolean => {
    const direction = ARROWS[event.key];
    if (!direction) return false;
    event.preventDefault();
    actions.select(moved(connector, at, direction, from, event.shiftKey));
    return true;
  };
  const startTyping = (text: string) => {
    if (lock) {
      tell({ tone: 'wrong', text: lock });
      return;
    }
    store.type(text);
    entryBox.current?.focus();
  };
  const word = (key: string): boolean => {
    const means = kindOf(store.instrument).quickWords?.[key];
    if (!means) return false;
    const entry = parseEntry(store.instrument, means);
    if ('observation' in entry) actions.save(entry.observation, means);
    return true;
  };

  /** A colour by the figure that stands on its chip. */
  const colour = (key: string): boolean => {
    const code = store.instrument === 'seen' ? COLOUR_KEYS.get(key) : undefined;
    if (!code) return false;
    startTyping(withColour(store.entry, code));
    return true;
  };

  const face = (event: Key) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
    if (move(event)) return;
    const key = event.key.toLowerCase();
    const instrument = INSTRUMENTS.find((i) => kindOf(i).key === key);
    const commands: Record<string, () => void> = {
      b: store.walk,
      c: actions.toListen,
      f: actions.flip,
      h: actions.help,
      j: actions.jump,
      m: actions.measure,
      z: actions.undo,
      '[': () => actions.neighbourPlug(-1),
      ']': () => actions.neighbourPlug(1),
      ',': actions.nextSet,
      ' ': () => startTyping(store.entry),
      enter: () => startTyping(store.entry),
      escape: () => actions.select({ first: at.first, second: null }),
    };
    if (colour(event.key)) event.preventDefault();
    // A value that was begun goes on.
    else if (/^[0-9.+-]$/.test(event.key)) startTyping(store.entry + event.key);
    else if (instrument) {
      store.choose(instrument);
      if (kindOf(instrument).unit === undefined) entryBox.current?.focus();
    } else if (commands[key]) commands[key]();
    else if (!word(key) && !actions.turn(key)) return;
    event.preventDefault();
  };

  const entry = (event: React.KeyboardEvent<HTMLInputElement>) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === 'Escape') {
      event.preventDefault();
      event.stopPropagation();
      store.type('');
      const box = event.currentTarget.closest('.find-work')?.querySelector<HTMLElement>('.face-box');
      box?.focus();
      return;
    }
    if (store.entry === '' && move(event)) return;
    if (colour(event.key)) {
      event.preventDefault();
      return;
    }
    if (event.key !== 'Enter') return;
    event.preventDefault();
    submit(event.currentTarget);
  };

  const submit = (box: HTMLInputElement) => {
    const read = parseEntry(store.instrument, store.entry);
    if ('fault' in read) return;
    if (!actions.save(withSource(read.observation, store.source, store.entry), store.entry.trim())) return;
    // Meters are read and typed in turn; words go on being typed.
    if (kindOf(store.instrument).unit !== undefined)
      box.closest('.find-work')?.querySelector<HTMLElement>('.face-box')?.focus();
  };

  return { face, entry };
}
