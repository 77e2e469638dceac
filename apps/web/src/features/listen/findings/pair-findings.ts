import {
  type BassWithdrawal,
  channelName,
  type Finding,
  type JobBehaviour,
  type JobView,
  type PairView,
  SOUND_WORD,
} from '@ulpen/core';
import { addedWords } from './added-words.ts';

export interface TitledFinding {
  key: string;
  title: string;
  finding: Finding;
  bass?: BassWithdrawal;
}

/** All findings of one output in the order in which a job needs them. */
export function findingsOfPair(behaviour: JobBehaviour, job: JobView, pair: PairView): TitledFinding[] {
  const own = behaviour.pairs.find((p) => p.pairId === pair.id);
  if (!own) return [];
  const pairs = job.units.flatMap((u) => u.pairs);
  const list: TitledFinding[] = [];
  const put = (key: string, title: string, finding: Finding | null, bass?: BassWithdrawal) => {
    if (finding) list.push({ key, title, finding, bass });
  };
  put('feed', 'Fixed or following', own.feed);
  put('level', 'Level over volume', own.level);
  put('bass', 'Bass over volume', own.bass, own.bass);
  put('clean', 'Clean maximum', own.clean);
  put('load', 'Without its load', own.load);
  put('engine', 'Engine sound and cancelling', own.engine);
  if (own.meter.tones.length > 0) put('meter', 'Band by meter', own.meter);
  for (const { leftId, rightId, finding } of behaviour.sides) {
    if (leftId !== pair.id && rightId !== pair.id) continue;
    const other = pairs.find((p) => p.id === (leftId === pair.id ? rightId : leftId));
    put('sides', other ? `Against ${channelName(other).toLowerCase()}` : 'Left against right', finding);
  }
  if (own.added.length > 0)
    put('added', 'Added sounds', {
      verdict: 'noted',
      says: own.added.map((a) => addedWords(a)).join(' '),
      evidence: [],
      next: own.added.some((a) => a.heard && a.madeIn === 'unknown')
        ? `Find out where ${own.added
            .filter((a) => a.heard && a.madeIn === 'unknown')
            .map((a) => SOUND_WORD[a.sound].toLowerCase())
            .join(' and ')} are made: unplug the radio’s feed and trigger them again.`
        : null,
      rough: false,
    });
  return list;
}
