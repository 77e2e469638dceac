import { useEffect, useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import {
  ADDED_SOUNDS,
  addedAgainstMusic,
  type AddedSound,
  formatDb,
  type LevelOverTime,
  levelOverTime,
  type LivePicture,
  SOUND_WORD,
  type SoundSource,
} from '@ulpen/core';
import { addChecks } from '../../../api/commands/add-checks.ts';
import { useCommand } from '../../../api/commands/use-command.ts';
import { newId } from '../../../api/new-id.ts';
import { optionsOf, SelectField } from '../../../ui/SelectField.tsx';
import { AT_INPUT, useMadeWith } from '../../../ui/in-hand-store.ts';
import { useNotices } from '../../../ui/notices-store.ts';
import { MADE_WORD } from '../findings/added-words.ts';

interface AddedLevelProps {
  jobId: string;
  pairId: string;
  picture: React.RefObject<LivePicture | null>;
}

type Part = 'quiet' | 'music' | 'sound';
/** How long each is listened to, s, and how often, ms. */
const SECONDS: Record<Part, number> = { quiet: 2, music: 6, sound: 8 };
const EVERY = 100;
const WORDS: Record<Part, { does: string; how: string }> = {
  quiet: { does: 'Listen with nothing playing', how: 'music off, no sound triggered' },
  music: { does: 'Listen to music', how: 'at the usual step; pink noise works too' },
  sound: { does: 'Listen for the sound', how: 'music off; trigger it now, repeat if needed' },
};
const PARTS = ['quiet', 'music', 'sound'] as const;

/** How loud a sound that the car adds is against music on this output: listened to, never typed. */
export function AddedLevel({ jobId, pairId, picture }: AddedLevelProps) {
  const [sound, setSound] = useState<AddedSound>('chimes');
  const [madeIn, setMadeIn] = useState<SoundSource>('unknown');
  const [heard, setHeard] = useState<Partial<Record<Part, LevelOverTime>>>({});
  const { doing, left, listen } = useListening(picture, (part, level) =>
    setHeard((h) => ({ ...h, [part]: level })),
  );
  const add = useCommand(addChecks);
  const madeWith = useMadeWith(AT_INPUT);
  const tell = useNotices((s) => s.tell);
  const { quiet, music, sound: added } = heard;
  const found = quiet && music && added ? addedAgainstMusic(music, quiet, added) : null;
  const keep = () =>
    add.mutate(
      {
        jobId,
        checks: [
          {
            id: newId(),
            pairId,
            note: '',
            madeWith,
            body: { kind: 'added-sound', sound, madeIn, ...found! },
          },
        ],
      },
      {
        onSuccess: () => {
          tell({ text: `${SOUND_WORD[sound]} noted.` });
          // Music and quiet stay for the next sound.
          setHeard((h) => ({ quiet: h.quiet, music: h.music }));
        },
      },
    );
  return (
    <section className="added-level" aria-label="Level of an added sound">
      <h2 className="label">Level of an added sound</h2>
      <div className="added-parts">
        {PARTS.map((part) => (
          <div key={part}>
            <Button
              variant={doing === part ? 'primary' : 'secondary'}
              disabled={doing !== null}
              onClick={() => listen(part, SECONDS[part])}
            >
              {doing === part ? `${left} s left` : WORDS[part].does}
            </Button>
            <span className="small quiet">{WORDS[part].how}</span>
            <span className="num">
              {heard[part] ? `${formatDb(heard[part][part === 'sound' ? 'loudestDb' : 'meanDb'])} dB` : '–'}
            </span>
          </div>
        ))}
      </div>
      <div className="situation">
        <SelectField
          id="added-sound"
          label="Sound"
          value={sound}
          options={ADDED_SOUNDS.map((value) => ({ value, word: SOUND_WORD[value] }))}
          onChange={setSound}
        />
        <SelectField
          id="added-made"
          label="Made"
          value={madeIn}
          options={optionsOf(MADE_WORD)}
          onChange={setMadeIn}
        />
      </div>
      <div className="d-flex flex-wrap align-items-center gap-3">
        <Button disabled={!found || add.isPending} onClick={keep}>
          Keep it
        </Button>
        <span role="status">
          {found &&
            (found.heard
              ? `${SOUND_WORD[sound]}: heard here, ${formatDb(found.levelDb!)} dB against the music.`
              : `${SOUND_WORD[sound]}: not heard here.`)}
        </span>
      </div>
    </section>
  );
}

/** Momentary levels of the first channel for a while. */
function useListening(
  picture: React.RefObject<LivePicture | null>,
  onHeard: (part: Part, level: LevelOverTime) => void,
) {
  const [doing, setDoing] = useState<Part | null>(null);
  const [left, setLeft] = useState(0);
  const timer = useRef<number | null>(null);
  useEffect(() => () => void (timer.current !== null && clearInterval(timer.current)), []);
  const listen = (part: Part, seconds: number) => {
    const levels: number[] = [];
    const began = performance.now();
    setDoing(part);
    setLeft(seconds);
    timer.current = window.setInterval(() => {
      const channel = picture.current?.channels[0];
      if (channel) levels.push(channel.rmsDb);
      const gone = (performance.now() - began) / 1000;
      setLeft(Math.max(0, Math.ceil(seconds - gone)));
      if (gone < seconds) return;
      clearInterval(timer.current!);
      setDoing(null);
      if (levels.length > 0) onHeard(part, levelOverTime(levels, EVERY / 1000));
    }, EVERY);
  };
  return { doing, left, listen };
}
