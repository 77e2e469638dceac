import { Form } from 'react-bootstrap';
import type { UseFormReturn } from 'react-hook-form';
import {
  cavityCount,
  type Connector,
  type JobOutline,
  type OutputEnd,
  type PairFields,
  pairName,
} from '@ulpen/core';
import { useHarness } from '../../api/harness.ts';

type Sign = OutputEnd['sign'];
interface Slot {
  sign: Sign;
  /** the other end of a line has slots of its own */
  end: 0 | 1;
}

const NAME: Record<Sign, string> = { plus: 'Plus', minus: 'Minus' };

/** The cavities that an output's wires sit in; in words where no plug is drawn. */
export function EndFields({
  form,
  job,
  pairId,
}: {
  form: UseFormReturn<PairFields>;
  job: JobOutline;
  pairId: string | null;
}) {
  const { data: view } = useHarness(job.id);
  const ends = form.watch('ends');
  const line = form.watch('stage') === 'line' || ends.length > 2;
  const plugs = view?.connectors ?? [];
  const at = ({ sign, end }: Slot) => ends.filter((e) => e.sign === sign)[end]?.cavityId ?? '';
  const put = (slot: Slot, cavityId: string) => {
    const slots: Slot[] = ([0, 1] as const).flatMap((end) => [
      { sign: 'plus', end },
      { sign: 'minus', end },
    ]);
    const next = slots.flatMap((s): OutputEnd[] => {
      const id = s.sign === slot.sign && s.end === slot.end ? cavityId : at(s);
      return id === '' ? [] : [{ sign: s.sign, cavityId: id }];
    });
    form.setValue('ends', next, { shouldDirty: true });
    form.clearErrors('ends');
  };
  const faultAt = (cavityId: string) => {
    const n = ends.findIndex((e) => e.cavityId === cavityId);
    return n < 0 ? undefined : form.formState.errors.ends?.[n]?.cavityId?.message;
  };
  const slot = (sign: Sign, end: 0 | 1, label: string) => {
    const value = at({ sign, end });
    const fault = faultAt(value);
    return (
      <Form.Group controlId={`output-${sign}-${end}`}>
        <Form.Label>{label}</Form.Label>
        <Form.Select isInvalid={!!fault} value={value} onChange={(e) => put({ sign, end }, e.target.value)}>
          <option value="">not known</option>
          {plugs.map((plug) => (
            <PlugOptions key={plug.id} plug={plug} job={job} pairId={pairId} />
          ))}
        </Form.Select>
        <Form.Control.Feedback type="invalid">{fault}</Form.Control.Feedback>
      </Form.Group>
    );
  };
  return (
    <>
      {plugs.length > 0 && (
        <>
          {slot('plus', 0, 'Plus sits in')}
          {slot('minus', 0, 'Minus sits in')}
          <span />
          {line && slot('plus', 1, `${NAME.plus}, other end of the line`)}
          {line && slot('minus', 1, `${NAME.minus}, other end of the line`)}
          {line && <span />}
        </>
      )}
      {ends.length === 0 && (
        <Form.Group controlId="output-placeText" className="output-form-wide">
          <Form.Label>{plugs.length > 0 ? 'Or in words' : 'Where it sits, in words'}</Form.Label>
          <Form.Control placeholder="grey plug, cavities 3 and 4" {...form.register('placeText')} />
          <Form.Text>
            {plugs.length > 0
              ? 'Words join nothing: choose cavities to have readings, locks and wire colours follow.'
              : 'Words join nothing. Draw the plug in Find, then choose its cavities here.'}
          </Form.Text>
        </Form.Group>
      )}
    </>
  );
}

function PlugOptions({ plug, job, pairId }: { plug: Connector; job: JobOutline; pairId: string | null }) {
  const unit = job.units.find((u) => u.id === plug.unitId);
  const outputs = job.units.flatMap((u) => u.pairs).filter((p) => p.id !== pairId);
  const wired = plug.cavities.filter((c) => !c.empty && c.number <= cavityCount(plug));
  return (
    <optgroup label={`${unit?.name ?? ''}, plug ${plug.name}`}>
      {wired.map(({ id, number }) => {
        const holder = outputs.find((p) => p.ends.some((e) => e.cavityId === id));
        return (
          <option key={id} value={id}>
            {plug.name} · {number}
            {holder ? ` (${pairName(holder)})` : ''}
          </option>
        );
      })}
    </optgroup>
  );
}
