import { Form } from 'react-bootstrap';
import { optionsOf, SelectField } from '../../ui/SelectField.tsx';
import type { ColumnChoice, ColumnRole } from '@ulpen/core';
import { ResponseStrip } from '../../ui/BandStrip.tsx';
import { bandEdges, classWord } from '../../ui/bands-words.ts';
import { StripAxis } from '../../ui/StripAxis.tsx';
import type { ColumnPreview } from '../../workers/heavy-work.ts';

const SEPARATOR_WORD = { tab: 'tabs', semicolon: 'semicolons', space: 'spaces', comma: 'commas' };
const ROLES: ColumnRole[] = ['frequency', 'level', 'phase', 'ignored'];

interface ImportPreviewProps {
  preview: Extract<ColumnPreview, { ok: true }>;
  onColumns: (choice: ColumnChoice) => void;
}

/** How the columns were understood, with every part of it to be corrected. */
export function ImportPreview({ preview, onColumns }: ImportPreviewProps) {
  const { table, analysis } = preview;
  const { separator, decimal, roles, names, frequencyUnit } = table.layout;
  const choose = (part: ColumnChoice) => onColumns({ separator, decimal, roles, frequencyUnit, ...part });
  const setRole = (at: number, role: ColumnRole) => {
    const old = roles[at];
    // A role that only one column can have changes places.
    choose({ roles: roles.map((r, i) => (i === at ? role : role !== 'ignored' && r === role ? old : r)) });
  };
  return (
    <div className="d-grid gap-3 align-content-start">
      <p>
        Understood as <strong className="num">{table.rows.toLocaleString('en')}</strong> rows, cut at{' '}
        {SEPARATOR_WORD[separator]}, decimal {decimal}.{' '}
        <span className="quiet">Looks {classWord(analysis)}</span>{' '}
        <span className="num">{bandEdges(analysis)}</span>
        <span className="quiet">; the full judgement follows when it is saved.</span>
      </p>
      <div>
        <ResponseStrip analysis={analysis} label="The curve in the file" />
        <StripAxis />
      </div>
      {table.repairs.length > 0 && (
        <ul className="repairs">
          {table.repairs.map((repair) => (
            <li key={repair.kind}>{repair.text}</li>
          ))}
        </ul>
      )}
      <div className="columns-scroll">
        <table className="columns">
          <thead>
            <tr>
              {names.map((name, i) => (
                <th key={i} scope="col">
                  <span className="clip">{name}</span>
                  <Form.Select
                    size="sm"
                    aria-label={`Column ${i + 1} is`}
                    value={roles[i]}
                    onChange={(e) => setRole(i, e.target.value as ColumnRole)}
                  >
                    {ROLES.map((role) => (
                      <option key={role}>{role}</option>
                    ))}
                  </Form.Select>
                </th>
              ))}
            </tr>
          </thead>
          <tbody className="num">
            {table.preview.map((row, i) => (
              <tr key={i}>
                {row.map((cell, c) => (
                  <td key={c} className={roles[c] === 'ignored' ? 'column-ignored' : ''}>
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="import-format">
        <SelectField
          id="import-unit"
          label="Frequency in"
          value={frequencyUnit}
          options={optionsOf({ Hz: 'Hz', kHz: 'kHz' })}
          onChange={(unit) => choose({ frequencyUnit: unit })}
        />
        <SelectField
          id="import-decimal"
          label="Decimal mark"
          value={decimal}
          options={optionsOf({ point: 'point', comma: 'comma' })}
          onChange={(mark) => choose({ decimal: mark })}
        />
      </div>
    </div>
  );
}
