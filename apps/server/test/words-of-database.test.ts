import * as core from '@ulpen/core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { runningApp, type RunningApp } from './running-app.ts';

let app: RunningApp;
beforeAll(async () => {
  app = await runningApp();
});
afterAll(() => app.stop());

const CHAPTERS = Object.fromEntries(
  ['jobs', 'readings', 'captures', 'recordings', 'checks'].map((t) => [`${t}.chapter`, core.CHAPTERS]),
);
const CHANNEL = {
  side: core.sideSchema.options,
  axle: core.axleSchema.options,
  way: core.waySchema.options,
};
const plug = core.connectorFieldsSchema.shape;
const target = core.targetFieldsSchema.shape;
const capture = core.captureFieldsSchema.shape;

/** The words that the model knows, by the column that keeps them. */
const MODEL: Record<string, readonly (string | number)[]> = {
  ...CHAPTERS,
  'units.kind': core.unitFieldsSchema.shape.kind.options,
  'pairs.side': CHANNEL.side,
  'pairs.axle': CHANNEL.axle,
  'pairs.way': CHANNEL.way,
  'pairs.stage': core.stageSchema.options,
  'pairs.stated_polarity': core.pairFieldsSchema.shape.statedPolarity.options,
  'output_ends.sign': core.outputEndSchema.shape.sign.options,
  'speakers.way': CHANNEL.way,
  'connectors.view': plug.view.options,
  'connectors.corner': plug.corner.options,
  'connectors.along': plug.along.options,
  'connectors.latch': plug.latch.options,
  'connectors.keying': plug.keying.options,
  'connectors.sleeve': plug.sleeve.options,
  'connectors.confirmed': plug.confirmed.options,
  'photos.media_type': core.PHOTO_TYPES,
  'intakes.drive': core.intakeFieldsSchema.shape.drive.options,
  'intakes.nominal_volts': core.intakeFieldsSchema.shape.nominalVolts.unwrap().options,
  'claims.sign': ['plus', 'minus'],
  'captures.level_kind': capture.levelKind.options,
  'captures.level_unit': capture.levelUnit.options,
  'captures.phase_reference': capture.phaseReference.options,
  'captures.load': capture.load.options,
  'recordings.played': core.recordingFieldsSchema.shape.played.options,
  'recordings.load': core.recordingFieldsSchema.shape.load.options,
  'targets.layout': target.layout.options,
  'targets.axle': CHANNEL.axle,
  'plan_taps.side': ['left', 'right', 'mono'],
  'devices.kind': core.deviceKindSchema.options,
  'instruments.kind': core.INSTRUMENT_KINDS,
  'decisions.kind': core.decisionFieldsSchema.shape.kind.options,
};

it('every column that keeps one of a few words keeps exactly those of the model', async () => {
  const { rows } = await app.db.raw<{ rows: { at: string; says: string }[] }>(
    `select concat_ws('.', t.relname, a.attname) as at, pg_get_constraintdef(c.oid) as says
     from pg_constraint c join pg_class t on t.oid = c.conrelid join pg_attribute a on a.attrelid = t.oid and a.attnum = c.conkey[1]
     where c.contype = 'c' and cardinality(c.conkey) = 1 and pg_get_constraintdef(c.oid) like '%ARRAY[%'`,
  );
  const kept = Object.fromEntries(
    rows.map(({ at, says }) => [at, [...says.matchAll(/'([^']*)'::text/g)].map((m) => m[1]).sort()]),
  );
  const known = Object.fromEntries(
    Object.entries(MODEL).map(([at, words]) => [at, words.map(String).sort()]),
  );
  expect(kept).toEqual(known);
});
