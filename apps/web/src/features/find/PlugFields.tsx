import { Form } from 'react-bootstrap';
import { optionsOf, SelectField } from '../../ui/SelectField.tsx';
import { COLOUR_NAME, type ConnectorFields, type Unit, WIRE_COLOURS } from '@ulpen/core';
import { TEMPLATES } from './plug-templates.ts';
import { rowsText } from './plug-text.ts';
import type { PlugDraft } from './use-plug-draft.ts';

const SAYS: Partial<Record<keyof ConnectorFields, Record<string, string>>> = {
  view: { wire: 'the wire side', mating: 'the mating side' },
  corner: {
    'top-left': 'top left',
    'top-right': 'top right',
    'bottom-left': 'bottom left',
    'bottom-right': 'bottom right',
  },
  along: { rows: 'along the rows', columns: 'down the columns' },
  latch: { top: 'top', bottom: 'bottom', left: 'left', right: 'right', none: 'none seen' },
  keying: { none: 'none', left: 'left', centre: 'centre', right: 'right', both: 'left and right' },
  sleeve: { none: 'none of these', yellow: 'yellow', orange: 'orange' },
  confirmed: {
    no: 'not confirmed yet',
    audio: 'confirmed as audio',
    restraint: 'airbag, belt or high voltage',
  },
};

interface PlugFieldsProps {
  draft: PlugDraft;
  units: readonly Pick<Unit, 'id' | 'name'>[];
  unitId: string;
  /** null: a plug stays on its unit */
  onUnit: ((unitId: string) => void) | null;
}

/** What is counted and seen of a plug at the car. */
export function PlugFields({
  draft: { plug, set, rows, empty, faults },
  units,
  unitId,
  onUnit,
}: PlugFieldsProps) {
  const select = (name: keyof typeof SAYS, label: string) => (
    <SelectField
      id={`plug-${name}`}
      label={label}
      value={String(plug[name])}
      options={optionsOf(SAYS[name]!)}
      fault={faults[name]}
      onChange={(value) => set({ [name]: value } as Partial<ConnectorFields>)}
    />
  );
  return (
    <div className="plug-fields">
      <Form.Group controlId="plug-name">
        <Form.Label>Name</Form.Label>
        <Form.Control
          autoFocus
          value={plug.name}
          isInvalid={!!faults['name']}
          onChange={(e) => set({ name: e.target.value })}
        />
        <Form.Control.Feedback type="invalid">{faults['name']}</Form.Control.Feedback>
      </Form.Group>
      <SelectField
        id="plug-unit"
        label="Of"
        value={unitId}
        disabled={!onUnit}
        options={units.map((u) => ({ value: u.id, word: u.name }))}
        onChange={(id) => onUnit?.(id)}
      />
      <Form.Group controlId="plug-rows" className="plug-wide">
        <Form.Label>Cavities in each row, from the top</Form.Label>
        <Form.Control
          className="num"
          value={rows.text}
          isInvalid={!!faults['rows'] || rows.fault !== null}
          onChange={(e) => rows.setText(e.target.value)}
        />
        <Form.Text>10 + 10, or 9 + 10; a row that starts further right: 9@0.5 + 10</Form.Text>
        <Form.Control.Feedback type="invalid">{faults['rows'] ?? rows.fault}</Form.Control.Feedback>
      </Form.Group>
      <div className="plug-wide plug-templates" role="group" aria-label="Common shapes">
        {TEMPLATES.map((t) => (
          <button
            key={t.name}
            type="button"
            className="instrument"
            onClick={() => rows.setText(rowsText(t.rows))}
          >
            {t.name}
          </button>
        ))}
      </div>
      <Form.Group controlId="plug-empty" className="plug-wide">
        <Form.Label>Empty cavities</Form.Label>
        <Form.Control
          className="num"
          value={empty.text}
          isInvalid={!!faults['empty'] || empty.fault !== null}
          onChange={(e) => empty.setText(e.target.value)}
        />
        <Form.Text>2, 9, 12-14</Form.Text>
        <Form.Control.Feedback type="invalid">{faults['empty'] ?? empty.fault}</Form.Control.Feedback>
      </Form.Group>
      {select('view', 'I am looking at')}
      {select('corner', 'Cavity 1 is')}
      {select('along', 'Counted')}
      <Form.Check
        className="plug-turning"
        type="switch"
        id="plug-turning"
        label="every other one backwards"
        checked={plug.turning}
        onChange={(e) => set({ turning: e.target.checked })}
      />
      {select('latch', 'Latch')}
      {select('keying', 'Key or rib')}
      <SelectField
        id="plug-shell"
        label="Shell colour"
        value={plug.shell}
        options={[
          { value: null, word: 'not noted' },
          ...WIRE_COLOURS.map((value) => ({ value, word: COLOUR_NAME[value] })),
        ]}
        onChange={(shell) => set({ shell })}
      />
      {select('sleeve', 'Sleeve over the wires')}
      {select('confirmed', 'This plug is')}
      <Form.Group controlId="plug-note" className="plug-wide">
        <Form.Label>Note</Form.Label>
        <Form.Control value={plug.note} onChange={(e) => set({ note: e.target.value })} />
      </Form.Group>
    </div>
  );
}
