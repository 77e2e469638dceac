import { Form } from 'react-bootstrap';
import {
  type Brief,
  type BriefFields,
  type JobOutline,
  KEEP_ITEMS,
  type TargetFields,
  TARGETS_OF_SHAPE,
  type WishShape,
} from '@ulpen/core';
import { Choices } from '../../ui/Choices.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import './brief.css';
import { ShapeChoice } from '../../ui/ShapeChoice.tsx';
import { KEEP_WORD } from '../../ui/wish-words.ts';
import { useWishConflicts } from '../../api/plan-given.ts';

interface BriefFormProps {
  job: JobOutline;
  brief: Brief;
  change: (part: Partial<BriefFields>) => void;
  /** new channels that a wish comes to, where there are none yet */
  onStart: (targets: readonly TargetFields[]) => void;
}

/** What the owner wants in the trade's usual shapes, what must stay, and what it may cost. */
export function BriefForm({ job, brief, change, onStart }: BriefFormProps) {
  const conflicts = useWishConflicts(job);
  const electric = job.intake.drive === 'electric' || job.intake.drive === 'hybrid';
  const choose = (shape: WishShape | null) => {
    change({ shape });
    if (shape && job.targets.length === 0) onStart(TARGETS_OF_SHAPE[shape]);
  };
  const toggle = (item: (typeof KEEP_ITEMS)[number]) =>
    change({
      keep: brief.keep.includes(item) ? brief.keep.filter((k) => k !== item) : [...brief.keep, item],
    });
  return (
    <section className="brief" aria-label="The wish">
      <ShapeChoice shape={brief.shape} onChange={choose} />
      <fieldset className="brief-part">
        <legend className="label">and keeps</legend>
        <div className="brief-toggles">
          {KEEP_ITEMS.map((item) => (
            <button
              key={item}
              type="button"
              className={`toggle ${brief.keep.includes(item) ? 'toggle-on' : ''}`}
              aria-pressed={brief.keep.includes(item)}
              onClick={() => toggle(item)}
            >
              {KEEP_WORD[item]}
            </button>
          ))}
        </div>
      </fieldset>
      {conflicts.map((c) => (
        <p key={c.between.join()} className="look-again" role="status">
          <strong>
            {c.between[0]} <span className="quiet">against</span> {c.between[1]}.
          </strong>{' '}
          {c.says}
        </p>
      ))}
      <details className="brief-more">
        <summary>Budget, hours, volume and power</summary>
        <Choices
          label="Budget"
          options={[
            { value: 'open', word: 'open' },
            { value: 'low', word: 'low' },
            { value: 'middle', word: 'middle' },
            { value: 'high', word: 'high' },
          ]}
          value={brief.budget}
          onChange={(budget) => change({ budget })}
        />
        <Choices
          label="Turn-on by signal"
          options={[
            { value: 'usual', word: 'as the shop does' },
            { value: 'failed', word: 'has failed in this make' },
          ]}
          value={brief.sensing}
          onChange={(sensing) => change({ sensing })}
        />
        <div className="brief-numbers">
          <NumberField
            id="brief-hours"
            label="Hours of work, most"
            value={brief.hours}
            least={1}
            most={200}
            placeholder="not agreed"
            onChange={(hours) => change({ hours })}
          />
          <NumberField
            id="brief-step"
            label="Loudest volume step"
            value={brief.loudestStep}
            least={1}
            most={200}
            placeholder="as measured"
            whole
            onChange={(loudestStep) => change({ loudestStep })}
          />
          <NumberField
            id="brief-reserve"
            label={electric ? 'Converter reserve, A' : 'Alternator reserve, A'}
            value={brief.reserveAmps}
            most={500}
            placeholder="not known"
            onChange={(reserveAmps) => change({ reserveAmps })}
          />
          <NumberField
            id="brief-battery"
            label="Battery, Ah"
            value={brief.batteryAh}
            least={5}
            most={300}
            placeholder="not known"
            onChange={(batteryAh) => change({ batteryAh })}
          />
        </div>
        <Form.Text>
          {electric
            ? 'Electric and hybrid cars feed their 12 V net from a converter; its limit is in the maker’s data.'
            : 'What the alternator gives beside the car’s own need, with lights and heating on.'}
        </Form.Text>
      </details>
    </section>
  );
}
