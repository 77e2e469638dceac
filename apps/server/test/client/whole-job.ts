import createClient from 'openapi-fetch';
// Made from the API's own description by the test beside, which then type checks this file.
import type { components, paths } from './api.ts';

type Of<Name extends keyof components['schemas']> = components['schemas'][Name];

/** A line of a measured low-cut: hertz and decibels. */
const MEASURED = Array.from({ length: 120 }, (_, i) => {
  const hz = 20 * 1000 ** (i / 119);
  return `${hz.toFixed(4)}\t${(-10 * Math.log10(1 + (25 / hz) ** 4)).toFixed(3)}`;
}).join('\n');

const form = (parts: Record<string, string>) => {
  const body = new FormData();
  for (const [name, content] of Object.entries(parts)) {
    if (name === 'file') body.append(name, new Blob([content]), 'measured.txt');
    else body.append(name, content);
  }
  return body;
};

/**
 * One job from nothing to a kept plan, its file and back, then gone; by nothing but what the API says of itself.
 * @throws Error with the problem that an operation answered
 */
export async function driveWholeJob(origin: string) {
  const client = createClient<paths>({ baseUrl: origin });
  async function must<T>(answer: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
    const { data, error, response } = await answer;
    if (!response.ok) throw new Error(`${response.url}: ${JSON.stringify(error)}`);
    return data as T;
  }
  const at = (id: string) => ({ params: { path: { id } } });

  const job = await must(
    client.POST('/api/v1/jobs', {
      body: { car: 'Client car', year: 2024, system: '', place: '', wish: '', shape: null },
    }),
  );
  const unit = await must(
    client.POST('/api/v1/jobs/{id}/units', {
      ...at(job.id),
      body: { kind: 'radio', name: 'Radio', location: 'dash' },
    }),
  );
  const plug: Of<'Connector'> = await must(
    client.POST('/api/v1/units/{id}/connectors', {
      ...at(unit.id),
      body: {
        name: 'C1',
        rows: [{ cavities: 4, indent: 0 }],
        view: 'wire',
        corner: 'top-left',
        along: 'rows',
        turning: false,
        latch: 'top',
        keying: 'none',
        shell: null,
        sleeve: 'none',
        confirmed: 'audio',
        empty: [],
        note: '',
      },
    }),
  );
  const [plus, minus] = plug.cavities;
  await must(
    client.POST('/api/v1/jobs/{id}/readings', {
      ...at(job.id),
      body: {
        readings: [
          {
            cavityId: plus.id,
            otherCavityId: minus.id,
            observation: { kind: 'ohms', ohms: 3.8, word: null },
            conditions: {
              ignition: 'off',
              radio: 'off',
              sound: 'none',
              volumeStep: null,
              balance: 'centre',
              fader: 'centre',
              load: 'connected',
              plug: 'seated',
              side: 'car',
              moment: 'steady',
              zeroed: [],
            },
            entered: '3.8',
            confirmed: false,
          },
        ],
      },
    }),
  );
  const captures: Of<'Capture'>[] = [];
  for (const [side, cavity] of [
    ['left', 1],
    ['right', 3],
  ] as const) {
    const pair = await must(
      client.POST('/api/v1/units/{id}/pairs', {
        ...at(unit.id),
        body: {
          side,
          axle: 'front',
          way: 'full',
          suffix: '',
          ends: [
            { sign: 'plus', cavityId: plug.cavities[cavity - 1].id },
            { sign: 'minus', cavityId: plug.cavities[cavity].id },
          ],
          placeText: '',
          stage: 'unknown',
          statedPolarity: 'unknown',
        },
      }),
    );
    const fields = {
      levelKind: 'flat',
      levelUnit: 'dB',
      phaseReference: 'none',
      volumeStep: 18,
      load: 'speaker',
      note: '',
      columns: {},
    };
    captures.push(
      await must(
        client.POST('/api/v1/pairs/{id}/captures', {
          ...at(pair.id),
          body: { fields: JSON.stringify(fields), file: MEASURED },
          bodySerializer: form,
        }),
      ),
    );
  }
  await must(
    client.POST('/api/v1/jobs/{id}/targets', {
      ...at(job.id),
      body: {
        name: 'Front set',
        layout: 'stereo',
        axle: 'front',
        lowHz: 80,
        highHz: 18_000,
        speakerLevelInput: false,
        speaker: {
          state: 'new',
          way: 'full',
          ohm: 4,
          watts: null,
          ownHighPass: false,
          drivers: 1,
          coils: 1,
        },
        amplifierId: null,
        assumed: false,
      },
    }),
  );
  const { proposals, fingerprint } = await must(client.GET('/api/v1/jobs/{id}/proposals', at(job.id)));
  const plan = await must(
    client.POST('/api/v1/jobs/{id}/plans', {
      ...at(job.id),
      body: {
        name: 'As the client would',
        strategy: proposals[0].strategy as 'convert',
        changes: { setup: {}, feeds: [], loads: [], coils: [], boxes: [], inserts: [], leftOut: [] },
        fingerprint,
        revises: null,
      },
    }),
  );
  await must(client.DELETE('/api/v1/plans/{id}', at(plan.id)));
  await must(client.POST('/api/v1/plans/{id}/restore', at(plan.id)));

  const file = await must(client.GET('/api/v1/jobs/{id}/file', { ...at(job.id), parseAs: 'blob' }));
  const copy = await must(
    client.POST('/api/v1/job-files', {
      body: { file: '' },
      bodySerializer: () => {
        const body = new FormData();
        body.append('file', file as unknown as Blob, 'job.ulpen.zip');
        return body;
      },
    }),
  );
  const view = await must(client.GET('/api/v1/jobs/{id}', at(copy.id)));
  for (const id of [job.id, copy.id]) await must(client.DELETE('/api/v1/jobs/{id}', at(id)));
  const gone = await client.GET('/api/v1/jobs/{id}', at(job.id));
  return { proposals: proposals.length, view, gone: gone.error };
}
