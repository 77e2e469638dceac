import { Choices } from '../../../ui/Choices.tsx';
import { PREFERENCE_WORDS } from '../../../ui/preference-words.ts';
import { fateWords, filterWords, sourceWords, speakerName } from '../finished-words.ts';
import { useFramedPlan } from '../PlanFrame.tsx';
import { ChannelDetails } from './ChannelDetails.tsx';
import type { PartProps } from './part-props.ts';
import { Settings, usePutSetup } from './Settings.tsx';

/** Speakers of one place: what drives them; of a new one everything about its channel. */
export function SpeakersPart({ job, car, node: { speakers } }: PartProps<'speakers'>) {
  const { setup, feeds } = useFramedPlan().shown.proposal;
  const put = usePutSetup();
  const [first] = speakers;
  const feed =
    first.made === 'new'
      ? feeds.find((f) => f.targetId === first.targetId && f.side === first.side)
      : undefined;
  return (
    <>
      <h2>{speakers.map((s) => speakerName(job, s)).join(', ')}</h2>
      <dl>
        {speakers.map((speaker) => (
          <div key={speaker.id}>
            <dt>{speakers.length > 1 ? speakerName(job, speaker) : 'Driven by'}</dt>
            <dd>
              {[...new Set(speaker.coils.map((c) => sourceWords(job, car, c.source)))].join('; ')}
              <span className="small quiet">
                {' '}
                {[fateWords(speaker), filterWords(speaker)].filter(Boolean).join(', ')}
              </span>
            </dd>
          </div>
        ))}
      </dl>
      {first.made === 'new' && setup && (
        <Settings>
          <Choices
            label="All new speakers on"
            options={PREFERENCE_WORDS.speakerWire.options}
            value={setup.speakerWire}
            onChange={(speakerWire) => put({ speakerWire })}
          />
        </Settings>
      )}
      {feed && <ChannelDetails job={job} feed={feed} />}
    </>
  );
}
