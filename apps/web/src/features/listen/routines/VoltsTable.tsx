import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Plus } from 'lucide-react';
import { type JobView, LOAD_WORD, pairName, type PairView } from '@ulpen/core';
import { addChecks } from '../../../api/commands/add-checks.ts';
import { useCommand } from '../../../api/commands/use-command.ts';
import { newId } from '../../../api/new-id.ts';
import { useMadeWith } from '../../../ui/in-hand-store.ts';
import { typedNumber } from '../../../ui/NumberField.tsx';
import { optionsOf, SelectField } from '../../../ui/SelectField.tsx';
import {
  type Along,
  cellKey,
  keptVolts,
  readingsOf,
  rowKey,
  startTable,
  type VoltsTyped,
} from './volts-table.ts';
import './volts-table.css';

interface VoltsTableProps {
  job: JobView;
  pairs: readonly PairView[];
  /** its column comes first */
  pair: PairView;
  along: Along;
}

const METER = ['meter'] as const;
const WORDS: Record<Along, { rows: string; fixed: string; more: string }> = {
  step: { rows: 'Volume step', fixed: 'Tone, Hz', more: 'Another step' },
  tone: { rows: 'Tone, Hz', fixed: 'Volume step', more: 'Another tone' },
};

/** Volts of several outputs at several steps or tones, typed as they are read and kept together. */
export function VoltsTable({ job, pairs, pair, along }: VoltsTableProps) {
  const [table, setTable] = useState(() => startTable(along));
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const form = useRef<HTMLFormElement>(null);
  const add = useCommand(addChecks);
  const madeWith = useMadeWith(METER);
  const set = (part: Partial<VoltsTyped>) => setTable((t) => ({ ...t, ...part }));
  const columns = [pair, ...pairs.filter((p) => p.id !== pair.id)];
  const typed = Object.values(table.cells).filter((v) => v.trim() !== '').length;
  const words = WORDS[along];

  const submit = (event: React.FormEvent) => {
    event.preventDefault();
    const read = readingsOf(
      table,
      columns.map((p) => p.id),
      typedNumber,
    );
    setWrong('wrong' in read ? read.wrong : {});
    if ('wrong' in read) {
      const [first] = Object.keys(read.wrong);
      form.current?.querySelector<HTMLElement>(`[name="${first}"]`)?.focus();
      return;
    }
    const checks = read.readings.map(({ pairId, body }) => ({
      id: newId(),
      pairId,
      body,
      note: '',
      madeWith,
    }));
    add.mutate({ jobId: job.id, checks }, { onSuccess: () => set({ cells: {} }) });
  };

  /** Enter goes down the column that is being read, then to the top of the next one. */
  const down = (event: React.KeyboardEvent<HTMLInputElement>) => {
    if (event.key !== 'Enter' || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    const [row, pairId] = event.currentTarget.name.split('/');
    const next =
      Number(row) + 1 < table.rows.length
        ? cellKey(Number(row) + 1, pairId)
        : cellKey(0, columns[columns.findIndex((p) => p.id === pairId) + 1]?.id ?? '');
    const field = form.current?.querySelector<HTMLElement>(`[name="${next}"]`);
    (field ?? form.current?.querySelector<HTMLElement>('[type="submit"]'))?.focus();
  };

  const head = (name: 'fixed' | 'signalDb' | 'supplyVolts', label: string) => (
    <Form.Group controlId={`volts-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Control
        className="num"
        name={name}
        placeholder={name === 'fixed' ? '' : 'not noted'}
        value={table[name]}
        isInvalid={name in wrong}
        onChange={(e) => set({ [name]: e.target.value })}
      />
      <Form.Control.Feedback type="invalid">{wrong[name]}</Form.Control.Feedback>
    </Form.Group>
  );
  return (
    <Form ref={form} onSubmit={submit} noValidate className="volts-form">
      <div className="volts-head">
        {head('fixed', words.fixed)}
        {head('signalDb', 'Tone level on the track, dB')}
        {head('supplyVolts', 'Supply, V')}
        <SelectField
          id="volts-load"
          label="Load"
          value={table.load}
          options={optionsOf(LOAD_WORD)}
          onChange={(load) => set({ load })}
        />
      </div>
      <div className="volts-scroll" tabIndex={0} role="group" aria-label="Volts by output">
        <table className="volts-table">
          <caption className="small quiet">V AC; Enter goes down, then to the next output</caption>
          <thead>
            <tr>
              <th scope="col">{words.rows}</th>
              {columns.map((p) => (
                <th key={p.id} scope="col">
                  {pairName(p)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {table.rows.map((said, row) => (
              <tr key={row}>
                <th scope="row">
                  <Form.Control
                    className="num"
                    name={rowKey(row)}
                    aria-label={`${words.rows}, row ${row + 1}`}
                    inputMode="numeric"
                    value={said}
                    isInvalid={rowKey(row) in wrong}
                    title={wrong[rowKey(row)]}
                    onChange={(e) =>
                      set({ rows: table.rows.map((r, k) => (k === row ? e.target.value : r)) })
                    }
                  />
                </th>
                {columns.map((p) => {
                  const key = cellKey(row, p.id);
                  const kept = keptVolts(job.checks, table, said, p.id, typedNumber);
                  return (
                    <td key={p.id}>
                      <Form.Control
                        className="num"
                        name={key}
                        aria-label={`${pairName(p)} at ${said || '?'}`}
                        inputMode="decimal"
                        placeholder={kept === null ? '' : `kept ${kept.toPrecision(3)}`}
                        value={table.cells[key] ?? ''}
                        isInvalid={key in wrong}
                        title={wrong[key]}
                        onKeyDown={down}
                        onChange={(e) => set({ cells: { ...table.cells, [key]: e.target.value } })}
                      />
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {Object.keys(wrong).length > 0 && (
        <p className="refused m-0" role="alert">
          Nothing was kept: {[...new Set(Object.values(wrong))].join('; ')}.
        </p>
      )}
      <div className="d-flex flex-wrap gap-2">
        <Button type="submit" disabled={add.isPending || typed === 0}>
          Keep {typed === 0 ? 'the readings' : `${typed} ${typed === 1 ? 'reading' : 'readings'}`}
        </Button>
        <Button
          variant="secondary"
          disabled={table.rows.length >= 20}
          onClick={() => set({ rows: [...table.rows, ''] })}
        >
          <Plus size={18} /> {words.more}
        </Button>
      </div>
    </Form>
  );
}
