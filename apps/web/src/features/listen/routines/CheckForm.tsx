import { addChecks } from '../../../api/commands/add-checks.ts';
import { useCommand } from '../../../api/commands/use-command.ts';
import { newId } from '../../../api/new-id.ts';
import { useRef, useState } from 'react';
import { Plus } from 'lucide-react';
import { Button, Form } from 'react-bootstrap';
import { useMadeWith } from '../../../ui/in-hand-store.ts';
import { typedNumber } from '../../../ui/NumberField.tsx';
import { bodyOf, type CheckFormShape } from './check-forms.ts';

const METER = ['meter'] as const;
const NOTHING = [] as const;

interface CheckFormProps {
  jobId: string;
  /** null: the meter itself */
  pairId: string | null;
  shape: CheckFormShape;
}

/** One line for one reading; Enter saves it and makes the line ready for the next. */
export function CheckForm({ jobId, pairId, shape }: CheckFormProps) {
  const [values, setValues] = useState(shape.start);
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const form = useRef<HTMLFormElement>(null);
  const add = useCommand(addChecks);
  const madeWith = useMadeWith(shape.byMeter ? METER : NOTHING);
  const submit = (event: React.FormEvent) => {
    event.preventDefault();
    const result = bodyOf(shape, values, typedNumber);
    if ('wrong' in result) {
      setWrong(result.wrong);
      const [first] = Object.keys(result.wrong);
      form.current?.querySelector<HTMLElement>(`[name="${first}"]`)?.focus();
      return;
    }
    setWrong({});
    add.mutate(
      { jobId, checks: [{ id: newId(), pairId, body: result.body, note: '', madeWith }] },
      {
        onSuccess: () => {
          setValues(shape.next);
          form.current?.querySelector<HTMLElement>('input, select')?.focus();
        },
      },
    );
  };
  return (
    <Form ref={form} className="check-form" onSubmit={submit} noValidate>
      {shape.fields.map((field) => (
        <Form.Group
          key={field.name}
          controlId={`check-${shape.kind}-${field.name}`}
          style={field.kind === 'number' ? { width: field.width } : undefined}
        >
          <Form.Label>{field.label}</Form.Label>
          {field.kind === 'number' ? (
            <Form.Control
              className="num"
              name={field.name}
              inputMode={field.name.endsWith('Db') ? 'text' : 'decimal'}
              placeholder={field.required ? '' : 'not noted'}
              value={values[field.name]}
              isInvalid={field.name in wrong}
              onChange={(e) => setValues((v) => ({ ...v, [field.name]: e.target.value }))}
            />
          ) : (
            <Form.Select
              name={field.name}
              value={values[field.name]}
              onChange={(e) => setValues((v) => ({ ...v, [field.name]: e.target.value }))}
            >
              {Object.entries(field.words).map(([value, word]) => (
                <option key={value} value={value}>
                  {word}
                </option>
              ))}
            </Form.Select>
          )}
          <Form.Control.Feedback type="invalid">{wrong[field.name]}</Form.Control.Feedback>
        </Form.Group>
      ))}
      <Button type="submit" variant="secondary" disabled={add.isPending}>
        <Plus size={18} /> Keep it
      </Button>
    </Form>
  );
}
