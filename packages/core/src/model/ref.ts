import { z } from 'zod';

/** What a reference in the model can name. */
export type RefKind = 'unit' | 'connector' | 'cavity' | 'pair' | 'capture' | 'recording' | 'target' | 'photo';

/** Short keys that stand for ids inside a job file; a cavity is its plug's key and its number: `k2:14`. */
const KEY: Record<RefKind, { letter: string; word: string }> = {
  unit: { letter: 'u', word: 'unit' },
  connector: { letter: 'k', word: 'plug' },
  cavity: { letter: 'k', word: 'cavity' },
  pair: { letter: 'p', word: 'output' },
  capture: { letter: 'c', word: 'capture' },
  recording: { letter: 'r', word: 'recording' },
  target: { letter: 't', word: 'target' },
  photo: { letter: 'f', word: 'photo' },
};

/** What a kind is called in a message. */
export const refWord = (kind: RefKind): string => KEY[kind].word;

const kinds = new WeakMap<z.core.$ZodType, RefKind>();

/** A field that names something of the same job by its id. Renaming, ownership and files follow from this mark alone. */
export function ref(kind: RefKind): z.ZodUUID {
  const schema = z.uuid('an id is a UUID');
  kinds.set(schema, kind);
  return schema;
}

/**
 * The same field inside a job file, where short keys stand for ids. `gone3` stands for something that had been erased
 * before the file was written, by a program that still erased.
 */
export function keyRef(kind: RefKind): z.ZodString {
  const { letter, word } = KEY[kind];
  const schema =
    kind === 'cavity'
      ? z
          .string()
          .regex(/^(?:k[0-9]{1,6}:[0-9]{1,3}|gone[0-9]{1,6})$/, 'a cavity is a plug and a number: k2:14')
      : z
          .string()
          .regex(
            new RegExp(`^(?:[a-z]{1,8}[0-9]{1,6})$`),
            `the key of a ${word} is letters and a number: ${letter}12`,
          );
  kinds.set(schema, kind);
  return schema;
}

/** The key of an n-th thing of a kind. */
export const keyOf = (kind: RefKind, n: number): string => `${KEY[kind].letter}${n}`;

type Def = z.core.$ZodTypeDef & {
  shape?: Record<string, z.core.$ZodType>;
  element?: z.core.$ZodType;
  innerType?: z.core.$ZodType;
  options?: z.core.$ZodType[];
};

const defOf = (schema: z.core.$ZodType) => schema._zod.def as Def;

const within = (schema: z.core.$ZodType): z.core.$ZodType[] => {
  const { shape, element, innerType, options } = defOf(schema);
  return [
    ...(shape ? Object.values(shape) : []),
    ...(element ? [element] : []),
    ...(innerType ? [innerType] : []),
    ...(options ?? []),
  ];
};

const holding = new WeakMap<z.core.$ZodType, boolean>();

/** Whether any value of a shape can name something. */
function holdsRefs(schema: z.core.$ZodType): boolean {
  const known = holding.get(schema);
  if (known !== undefined) return known;
  const holds = kinds.has(schema) || within(schema).some(holdsRefs);
  holding.set(schema, holds);
  return holds;
}

/** A shape with every id as the key that stands for it in a job file; its checks stay. */
export function keyed<S extends z.ZodType>(schema: S): S {
  return keyedPart(schema) as S;
}

function keyedPart(schema: z.core.$ZodType): z.core.$ZodType {
  const kind = kinds.get(schema);
  if (kind) return keyRef(kind);
  if (!holdsRefs(schema)) return schema;
  const def = defOf(schema);
  return z.core.clone(
    schema as z.ZodType,
    {
      ...def,
      ...(def.shape && {
        shape: Object.fromEntries(Object.entries(def.shape).map(([name, part]) => [name, keyedPart(part)])),
      }),
      ...(def.element && { element: keyedPart(def.element) }),
      ...(def.innerType && { innerType: keyedPart(def.innerType) }),
      ...(def.options && { options: def.options.map(keyedPart) }),
    } as never,
  );
}

/** Where a reference stands in a value: `feeds.0.taps.1.pairId` as its parts. */
export type RefPath = readonly (string | number)[];

/**
 * A value of a shape with every reference in it replaced. This one walk renames, checks ownership and finds what is
 * broken, whatever the shape: for job files, plans, decisions.
 *
 * @param schema shape that the value has already been read with
 * @param visit gives what stands there afterwards
 */
export function mapRefs<T>(
  schema: z.core.$ZodType,
  value: T,
  visit: (name: string, kind: RefKind, path: RefPath) => string,
): T {
  return walk(schema, value, visit, []) as T;
}

function walk(
  schema: z.core.$ZodType,
  value: unknown,
  visit: (name: string, kind: RefKind, path: RefPath) => string,
  path: RefPath,
): unknown {
  if (value === null || value === undefined || !holdsRefs(schema)) return value;
  const kind = kinds.get(schema);
  if (kind) return visit(value as string, kind, path);
  const { shape, element, innerType, options } = defOf(schema);
  if (innerType) return walk(innerType, value, visit, path);
  if (element) return (value as unknown[]).map((item, n) => walk(element, item, visit, [...path, n]));
  if (options) {
    const fitting = options.find((o) => z.safeParse(o, value).success) ?? options[0];
    return walk(fitting, value, visit, path);
  }
  const given = value as Record<string, unknown>;
  const changed = { ...given };
  for (const [name, part] of Object.entries(shape ?? {}))
    if (Object.hasOwn(given, name)) changed[name] = walk(part, given[name], visit, [...path, name]);
  return changed;
}

export interface FoundRef {
  name: string;
  kind: RefKind;
  /** with dots between: `feeds.0.targetId` */
  field: string;
}

/** Every reference in a value, in the order in which it stands there. */
export function refsIn(schema: z.core.$ZodType, value: unknown): FoundRef[] {
  const found: FoundRef[] = [];
  mapRefs(schema, value, (name, kind, path) => {
    found.push({ name, kind, field: path.join('.') });
    return name;
  });
  return found;
}
