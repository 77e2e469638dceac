import { Button } from 'react-bootstrap';
import './conflict.css';

interface ConflictProps {
  /** name of a field and how to show its value */
  fields: { name: string; label: string; show?: (value: unknown) => string }[];
  mine: Record<string, unknown>;
  current: Record<string, unknown>;
  onKeepMine: () => void;
  onTakeTheirs: () => void;
}

/** Somebody else saved first: both versions side by side, and the choice. */
export function Conflict({ fields, mine, current, onKeepMine, onTakeTheirs }: ConflictProps) {
  const different = fields.filter((f) => JSON.stringify(mine[f.name]) !== JSON.stringify(current[f.name]));
  const text = (field: ConflictProps['fields'][number], value: unknown) =>
    field.show ? field.show(value) : String(value ?? '–');
  return (
    <div className="conflict" role="alert">
      <h3>Changed elsewhere in the meantime</h3>
      {different.length === 0 ? (
        <p>Both versions say the same now.</p>
      ) : (
        <table>
          <thead>
            <tr>
              <td />
              <th scope="col">Yours</th>
              <th scope="col">Saved elsewhere</th>
            </tr>
          </thead>
          <tbody>
            {different.map((field) => (
              <tr key={field.name}>
                <th scope="row">{field.label}</th>
                <td>{text(field, mine[field.name])}</td>
                <td>{text(field, current[field.name])}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div className="d-flex gap-2 flex-wrap">
        <Button variant="secondary" onClick={onTakeTheirs}>
          Take the saved one
        </Button>
        <Button variant="secondary" onClick={onKeepMine}>
          Save mine over it
        </Button>
      </div>
    </div>
  );
}
