import { z } from 'zod';
import { LIMITS } from './limits.ts';
import { PHOTO_TYPES } from './picture.ts';
import { ref } from './ref.ts';
import { colourSchema, idSchema, line, momentSchema, requiredLine, versionSchema } from './words.ts';

/** From which side a plug is looked at; the two are mirror images. */
export const viewSchema = z.enum(['wire', 'mating']);
export type View = z.infer<typeof viewSchema>;

const MOST_CAVITIES = LIMITS.cavitiesOfConnector.most;

const rowSchema = z.object({
  cavities: z.int('whole cavities').min(1, 'at least one cavity').max(40, 'at most 40 in a row'),
  /** how far the row starts from the left, in cavities */
  indent: z.number().min(0).max(20).multipleOf(0.5, 'in half cavities'),
});

const connectorObject = z.object({
  name: requiredLine(20),
  /** the rows from top to bottom as seen in `view` */
  rows: z.array(rowSchema).min(1, 'at least one row').max(8, 'at most 8 rows'),
  view: viewSchema,
  /** where 1 is as seen in `view`, and how the count goes on */
  corner: z.enum(['top-left', 'top-right', 'bottom-left', 'bottom-right']),
  along: z.enum(['rows', 'columns']),
  /** every other row (or column) is counted backwards */
  turning: z.boolean(),
  latch: z.enum(['top', 'bottom', 'left', 'right', 'none']),
  keying: z.enum(['none', 'left', 'centre', 'right', 'both']),
  shell: colourSchema.nullable(),
  /** a yellow or orange sleeve over the wires */
  sleeve: z.enum(['none', 'yellow', 'orange']),
  /** what a person has confirmed of the whole plug; until then only what cannot do harm is accepted */
  confirmed: z.enum(['no', 'audio', 'restraint']),
  /** numbers of cavities without a wire */
  empty: z.array(z.int().min(1).max(MOST_CAVITIES)).max(MOST_CAVITIES),
  note: line(500),
});

type ConnectorShape = z.infer<typeof connectorObject>;

export const cavityCount = (connector: Pick<ConnectorShape, 'rows'>): number =>
  connector.rows.reduce((n, row) => n + row.cavities, 0);

/** Yellow and orange shells and sleeves mark restraint systems and high voltage; a wire of that colour means nothing. */
export const isWarningColoured = (c: Pick<ConnectorShape, 'shell' | 'sleeve'>): boolean =>
  c.shell === 'YE' || c.shell === 'OG' || c.sleeve !== 'none';

function checkConnector(c: ConnectorShape, context: z.RefinementCtx<ConnectorShape>): void {
  const count = cavityCount(c);
  if (count > MOST_CAVITIES) {
    context.addIssue({
      code: 'custom',
      path: ['rows'],
      message: `at most ${MOST_CAVITIES} cavities on a plug`,
    });
  }
  const beyond = c.empty.find((n) => n > count);
  if (beyond !== undefined) {
    context.addIssue({
      code: 'custom',
      path: ['empty'],
      message: `there is no cavity ${beyond}; the plug has ${count}`,
    });
  }
  if (new Set(c.empty).size !== c.empty.length) {
    context.addIssue({ code: 'custom', path: ['empty'], message: 'a cavity is named twice' });
  }
  if (c.confirmed === 'audio' && isWarningColoured(c)) {
    const message =
      'a yellow or orange shell or sleeve marks restraint systems or high voltage; such a plug is never confirmed as audio';
    context.addIssue({ code: 'custom', path: ['confirmed'], message });
  }
}

export const connectorFieldsSchema = connectorObject
  .superRefine(checkConnector)
  .meta({ id: 'ConnectorFields' });
export type ConnectorFields = z.infer<typeof connectorFieldsSchema>;
export const connectorChangeSchema = connectorObject
  .extend({ version: versionSchema })
  .superRefine(checkConnector)
  .meta({ id: 'ConnectorChange' });

export const cavitySchema = z
  .object({ id: idSchema, number: z.int(), empty: z.boolean() })
  .meta({ id: 'Cavity' });
export type Cavity = z.infer<typeof cavitySchema>;

export const photoSchema = z
  .object({
    id: idSchema,
    fileName: z.string(),
    mediaType: z.enum(PHOTO_TYPES),
    bytes: z.int(),
    takenAt: momentSchema,
  })
  .meta({ id: 'Photo' });
export type Photo = z.infer<typeof photoSchema>;

/** What a photo shows. */
export const photoOnSchema = z
  .discriminatedUnion('kind', [
    z.object({ kind: z.literal('connector'), connectorId: ref('connector') }),
    z.object({ kind: z.literal('pair'), pairId: ref('pair') }),
    /** where work is done: at the radio, under the seat */
    z.object({ kind: z.literal('place'), place: requiredLine(40) }),
    z.object({ kind: z.literal('job') }),
  ])
  .meta({ id: 'PhotoOn' });
export type PhotoOn = z.infer<typeof photoOnSchema>;
export const jobPhotoSchema = photoSchema.extend({ on: photoOnSchema }).meta({ id: 'JobPhoto' });
export type JobPhoto = z.infer<typeof jobPhotoSchema>;

export const connectorSchema = connectorObject
  .extend({
    id: idSchema,
    unitId: idSchema,
    version: versionSchema,
    cavities: z.array(cavitySchema),
    photos: z.array(photoSchema),
  })
  .meta({ id: 'Connector' });
export type Connector = z.infer<typeof connectorSchema>;
