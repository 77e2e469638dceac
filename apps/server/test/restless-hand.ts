import {
  type Connector,
  encodePcm,
  type Job,
  type Pair,
  type Photo,
  type PlanFingerprint,
  type Removed,
  type Sheet,
  START_BRIEF,
  START_INTAKE,
  subject,
  type Target,
  type Unit,
  wavHeader,
} from '@ulpen/core';
import { expect } from 'vitest';
import { dc, ohms, PLUG } from './find-bench.ts';
import { openOf, proposalsOf, sign } from './planned-job.ts';
import { type Answer, columns, PAIR, type RunningApp, TARGET } from './running-app.ts';

const PNG = Uint8Array.from([
  0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52, 0, 0, 0, 1, 0, 0, 0, 1,
  8, 6,
]);
const SILENCE = (() => {
  const samples = Float32Array.from({ length: 48_000 }, (_, n) => 1e-3 * Math.sin(n * n));
  const data = encodePcm([samples], 16, null);
  return [wavHeader({ sampleRate: 48_000, channels: 1, bits: 16 }, samples.length), data];
})();

const WAYS = ['convert', 'sum', 'direct'];
const STAGES = ['unknown', 'line', 'single-ended', 'bridge'] as const;

/** One job that a restless hand works on; what is refused is refused, what is done is done. */
export class RestlessHand {
  private units: Unit[] = [];
  private plugs: Connector[] = [];
  private pairs: Pair[] = [];
  private speakers: { id: string }[] = [];
  private targets: Target[] = [];
  private sheets: Sheet[] = [];
  private photos: Photo[] = [];
  private readings: { id: string }[] = [];
  private captures: { id: string }[] = [];
  private plans: { id: string }[] = [];
  private names = 0;

  constructor(
    private readonly app: RunningApp,
    readonly job: Job,
    private readonly random: () => number,
  ) {}

  private pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)];
  }
  private async post<T>(path: string, body?: unknown): Promise<Answer<T>> {
    const answer = await this.app.call<T>('POST', `/api/v1${path}`, body);
    expect(answer.status).toBeLessThan(500);
    return answer;
  }
  private async add<T>(list: T[], path: string, body: unknown): Promise<void> {
    const answer = await this.post<T>(path, body);
    if (answer.status === 201) list.push(...([answer.body].flat() as T[]));
  }
  private async call(method: string, path: string, body?: unknown): Promise<void> {
    const { status } = await this.app.call(method, `/api/v1${path}`, body);
    expect(status).toBeLessThan(500);
  }

  readonly actions: Record<string, () => Promise<void>> = {
    unit: () =>
      this.add(this.units, `/jobs/${this.job.id}/units`, {
        kind: this.pick(['radio', 'amplifier'] as const),
        name: `Unit ${this.names++}`,
        location: '',
      }),
    plug: () =>
      this.add(this.plugs, `/units/${this.pick(this.units).id}/connectors`, {
        ...PLUG,
        name: `C${this.names++ % 4}`,
        confirmed: this.pick(['audio', 'audio', 'no']),
      }),
    pair: () =>
      this.add(this.pairs, `/units/${this.pick(this.units).id}/pairs`, {
        ...PAIR,
        stage: this.pick(STAGES),
        ends: this.random() < 0.7 ? this.ends() : [],
      }),
    changePair: async () => {
      const pair = this.pick(this.pairs);
      const { id, unitId: _, ...fields } = { ...pair, stage: this.pick(STAGES), ends: this.ends() };
      const { status, body } = await this.app.call<Pair>('PUT', `/api/v1/pairs/${id}`, fields);
      expect(status).toBeLessThan(500);
      if (status === 200) Object.assign(pair, body);
    },
    speaker: () =>
      this.add(this.speakers, `/jobs/${this.job.id}/speakers`, {
        way: 'subwoofer',
        coils: [
          { pairId: this.pick(this.pairs).id, ohm: 2 },
          { pairId: null, ohm: null },
        ],
      }),
    target: () => this.add(this.targets, `/jobs/${this.job.id}/targets`, TARGET),
    reading: async () => {
      const { cavities } = this.pick(this.plugs);
      const one = this.pick(cavities).id;
      const other = this.pick(cavities).id;
      await this.add(this.readings, `/jobs/${this.job.id}/readings`, {
        readings: [dc(one, 12), ...(one === other ? [] : [ohms(one, other, 4)])],
      });
    },
    withdrawReading: () =>
      this.call('POST', `/readings/${this.pick(this.readings).id}/${this.pick(['withdraw', 'restore'])}`),
    sheet: () =>
      this.add(this.sheets, `/jobs/${this.job.id}/sheets`, {
        name: 'Sheet',
        source: '',
        chosenVariant: null,
        claims: [this.claim()],
      }),
    changeSheet: async () => {
      const sheet = this.pick(this.sheets);
      const claims = this.pick([sheet.claims, [this.claim()]]);
      const body = { name: 'Changed', source: 's', chosenVariant: 'A', claims, version: sheet.version };
      const { status, body: changed } = await this.app.call<Sheet>('PUT', `/api/v1/sheets/${sheet.id}`, body);
      expect(status).toBeLessThan(500);
      if (status === 200) Object.assign(sheet, changed);
    },
    shape: () => this.reshape(this.pick([3, 6, 12])),
    capture: async () => {
      const { status, body } = await this.app.capture<{ id: string }>(
        this.pick(this.pairs).id,
        // Few points: their judgement is not what is looked at here.
        columns((f) => -f / (100 + 900 * this.random()), 9),
      );
      expect(status).toBeLessThan(500);
      if (status === 201) this.captures.push(body);
    },
    pinCapture: () =>
      this.random() < 0.7
        ? this.call('POST', `/captures/${this.pick(this.captures).id}/pin`, { because: 'as it was found' })
        : this.call('POST', `/captures/${this.pick(this.captures).id}/unpin`),
    withdrawCapture: () =>
      this.call('POST', `/captures/${this.pick(this.captures).id}/${this.pick(['withdraw', 'restore'])}`),
    recording: async () => {
      const form = new FormData();
      const said = { firstPairId: this.pick(this.pairs).id, secondPairId: null, played: 'silence' };
      const rest = { volumeStep: 3, load: 'speaker', note: '', voltsAtFullScale: null };
      const situation = {
        engine: 'off',
        doors: 'closed',
        supplyVolts: null,
        signalDb: null,
        playedIn: 'both',
      };
      form.append('fields', JSON.stringify({ ...said, ...rest, situation }));
      form.append('file', new Blob(SILENCE), 'silence.wav');
      const { status } = await this.app.call('POST', `/api/v1/jobs/${this.job.id}/recordings`, form);
      expect(status).toBeLessThan(500);
    },
    check: () =>
      this.call('POST', `/jobs/${this.job.id}/checks`, [
        {
          pairId: this.pick(this.pairs).id,
          body: { kind: 'silence', engine: 'off', doors: 'closed', volts: 0.01 },
          note: '',
        },
      ]),
    /** What the first way in leaves open, or something that it does not. */
    decision: async () => {
      const [first] = (await proposalsOf(this.app, this.job.id)).proposals;
      const known = first ? openOf(first) : [];
      const subjects = [subject({ targetId: this.pick(this.targets).id, pairId: this.pick(this.pairs).id })];
      const matter = this.pick([...known, { kind: 'accepted', rule: 'r', subjects }]);
      const { status } = await sign(this.app, this.job.id, first?.strategy ?? 'convert', [matter]);
      expect(status).toBeLessThan(500);
    },
    photo: async () => {
      const form = new FormData();
      const on = this.pick([
        { kind: 'job' },
        { kind: 'place', place: 'boot' },
        { kind: 'pair', pairId: this.pick(this.pairs).id },
        { kind: 'connector', connectorId: this.pick(this.plugs).id },
      ]);
      form.append('fields', JSON.stringify({ on }));
      form.append('file', new Blob([PNG]), 'x.png');
      await this.add(this.photos, `/jobs/${this.job.id}/photos`, form);
    },
    plan: () => this.keepPlan(),
    agree: () => this.call(this.pick(['POST', 'DELETE']), `/plans/${this.pick(this.plans).id}/agreement`),
    draft: async () => {
      const change = { strategy: this.pick(WAYS), version: this.pick([0, 1, 2]), changes: this.changes() };
      await this.call('PUT', `/jobs/${this.job.id}/draft`, { ...change, planId: null });
    },
    stepDraft: () =>
      this.call('POST', `/jobs/${this.job.id}/draft/${this.pick(['undo', 'redo'])}`, {
        strategy: this.pick(WAYS),
        version: this.pick([1, 2, 3]),
      }),
    intake: () => this.call('PUT', `/jobs/${this.job.id}/intake`, { ...START_INTAKE, trim: 'S', version: 1 }),
    brief: () => this.call('PUT', `/jobs/${this.job.id}/brief`, { ...START_BRIEF, hours: 4, version: 1 }),
    found: () => this.call('POST', `/jobs/${this.job.id}/outputs-found`),
    copy: () =>
      this.add(this.plugs, `/units/${this.pick(this.units).id}/connector-copies`, {
        connectorId: this.pick(this.plugs).id,
      }),
    remove: () => {
      const [path, list] = this.pick<[string, { id: string }[]]>([
        ['units', this.units],
        ['units', this.units],
        ['connectors', this.plugs],
        ['pairs', this.pairs],
        ['pairs', this.pairs],
        ['speakers', this.speakers],
        ['targets', this.targets],
        ['sheets', this.sheets],
        ['plans', this.plans],
        ['photos', this.photos],
      ]);
      return list.length > 0 ? this.call('DELETE', `/${path}/${this.pick(list).id}`) : Promise.resolve();
    },
    /** A unit with all that hangs on it; refused where a plan stands on it. */
    setAside: () => this.call('DELETE', `/units/${this.pick(this.units).id}`),
    /** A plug loses cavities whose readings have all been withdrawn: those stay in the record with their cavity. */
    shrink: async () => {
      for (const { id } of this.readings) await this.call('POST', `/readings/${id}/withdraw`);
      await this.reshape(3);
    },
    bringBack: async () => {
      const { body } = await this.app.call<Removed[]>('GET', `/api/v1/jobs/${this.job.id}/removed`);
      if (body.length > 0) await this.post(this.pick(body).restore);
    },
  };

  private async reshape(cavities: number): Promise<void> {
    const plug = this.pick(this.plugs);
    const body = {
      ...PLUG,
      name: plug.name,
      rows: [{ cavities, indent: 0 }],
      empty: [],
      confirmed: this.pick(['audio', 'no', 'restraint']),
      version: plug.version,
    };
    const { status, body: changed } = await this.app.call<Connector>(
      'PUT',
      `/api/v1/connectors/${plug.id}`,
      body,
    );
    expect(status).toBeLessThan(500);
    if (status === 200) Object.assign(plug, changed);
  }

  /** On any plug of the job, of this unit or another. */
  private ends() {
    const cavity = () => this.pick(this.pick(this.plugs).cavities).id;
    const [plus, minus] = [cavity(), cavity()];
    return [
      { sign: 'plus' as const, cavityId: plus },
      ...(minus === plus ? [] : [{ sign: 'minus' as const, cavityId: minus }]),
    ];
  }

  private claim() {
    const cavity = this.pick(this.pick(this.plugs).cavities).id;
    return { cavityId: cavity, variant: '', role: 'ground', channel: null, sign: null, wire: 'BK', text: '' };
  }

  /** A plan seen with what is there now, or with something else; a new one or a revision of another. */
  private async keepPlan(): Promise<void> {
    const at = `/api/v1/jobs/${this.job.id}`;
    const { body } = await this.app.call<PlanFingerprint>('GET', `${at}/fingerprint`);
    await this.add(this.plans, `/jobs/${this.job.id}/plans`, {
      name: `Plan ${this.names++}`,
      strategy: this.pick(WAYS),
      changes: this.changes(),
      fingerprint: this.random() < 0.9 ? body.fingerprint : 'f'.repeat(64),
      revises: this.plans.length > 0 && this.random() < 0.4 ? this.pick(this.plans).id : null,
    });
  }

  /** Of whatever is or was there; what they may not name is refused. */
  private changes() {
    const pairId = this.pick(this.pairs).id;
    const targetId = this.pick(this.targets).id;
    const byHand = { targetId, side: 'mono', taps: [{ pairId, inverted: true, gainDb: 0 }] };
    return {
      setup: {},
      feeds: this.random() < 0.3 ? [byHand] : [],
      loads: this.random() < 0.3 ? [{ pairId, load: 'speaker' }] : [],
      boxes: [],
      coils: [],
      inserts: [],
      leftOut: [],
    };
  }

  /** Something of everything, so that whatever comes has something to meet. */
  async begin(): Promise<void> {
    for (const name of ['unit', 'plug'] as const) await this.actions[name]();
    while (this.plugs.length === 0) await this.actions['plug']();
    for (const name of ['pair', 'target'] as const) await this.actions[name]();
    while (this.pairs.length === 0) await this.actions['pair']();
    for (const name of ['reading', 'sheet', 'photo'] as const) await this.actions[name]();
    if (this.random() < 0.5) await this.actions['plan']();
  }

  /** What needs a list that is still empty is left out. */
  async act(): Promise<void> {
    const lists: Record<string, unknown[]> = {
      withdrawReading: this.readings,
      changeSheet: this.sheets,
      pinCapture: this.captures,
      withdrawCapture: this.captures,
      agree: this.plans,
    };
    // Sound takes longest to take in, so it comes seldom.
    const names = Object.keys(this.actions).filter(
      (name) => (lists[name]?.length ?? 1) > 0 && (name !== 'recording' || this.random() < 0.2),
    );
    await this.actions[this.pick(names)]();
  }
}
