// What hands do to a right netlist: physical changes, made without knowing any rule.

/** Terminals on the same thing: the other screws of a box, the other cavities of a plug. */
const thingOf = (t) => ['of', 'deviceId', 'speakerId'].map((k) => t[k] ?? '').join(':');

/**
 * One change of each kind, where the netlist has what it needs.
 * `unprotected`: whether some device hangs on the battery with no fuse between, where before it did not.
 */
export function* edits(core, { netlist, input }, random) {
  const fresh = netlist.conductors.filter((c) => c.made === 'new');
  const signal = fresh.filter((c) => c.signal !== null);
  const supply = fresh.filter((c) => ['supply', 'ground', 'remote'].includes(c.function));
  const all = netlist.conductors;
  const remade = (c, end, terminal) => core.conductor({ ...c, [end]: terminal });
  const swap = (from, to) => ({ conductors: all.map((c) => (c === from ? to : c)) });
  const base = core.playNetlist(netlist, input).asleep.length;
  const make = (kind, what, changed) => ({
    kind,
    what,
    netlist: changed,
    unprotected: (before, after) => bare(core, after, input) > bare(core, before, input),
    sleeps: core.playNetlist(changed, input).asleep.length > base,
  });
  const name = (c) => c.id;

  const pick = (list) => (list.length > 0 ? random.pick(list) : null);
  const opened = pick(signal);
  if (opened)
    yield make('a signal joint opened', name(opened), { conductors: all.filter((c) => c !== opened) });
  const fed = pick(supply);
  if (fed)
    yield make('a supply, ground or remote lead left off', name(fed), {
      conductors: all.filter((c) => c !== fed),
    });

  // Two conductors that end on the same thing, exchanged there.
  const pairs = ['from', 'to'].flatMap((end) =>
    signal.flatMap((a, n) =>
      signal.slice(n + 1).flatMap((b) => (thingOf(a[end]) === thingOf(b[end]) ? [{ a, b, end }] : [])),
    ),
  );
  const exchanged = pick(pairs);
  if (exchanged) {
    const { a, b, end } = exchanged;
    yield make('two conductors exchanged', `${name(a)} and ${name(b)}`, {
      conductors: all.map((c) => (c === a ? remade(a, end, b[end]) : c === b ? remade(b, end, a[end]) : c)),
    });
  }
  const moves = ['from', 'to'].flatMap((end) =>
    signal.flatMap((a) =>
      signal.flatMap((b) =>
        a !== b && thingOf(a[end]) === thingOf(b[end]) && core.terminalId(a[end]) !== core.terminalId(b[end])
          ? [{ a, b, end }]
          : [],
      ),
    ),
  );
  const moved = pick(moves);
  if (moved)
    yield make(
      'a conductor moved to its neighbour’s terminal',
      `${name(moved.a)} to ${core.terminalId(moved.b[moved.end])}`,
      swap(moved.a, remade(moved.a, moved.end, moved.b[moved.end])),
    );

  // The two conductors of a fuse twisted together.
  const fuses = [
    ...new Set(
      all
        .flatMap((c) => [c.from, c.to])
        .filter((t) => t.of === 'fuse')
        .map((t) => t.id),
    ),
  ];
  const fuse = pick(fuses);
  if (fuse) {
    const isAt = (t, leg) => t.of === 'fuse' && t.id === fuse && t.leg === leg;
    const before = all.find((c) => isAt(c.to, 'source') || isAt(c.from, 'source'));
    const after = all.find((c) => isAt(c.from, 'load') || isAt(c.to, 'load'));
    if (before && after) {
      const source = isAt(before.to, 'source') ? before.from : before.to;
      const load = isAt(after.from, 'load') ? after.to : after.from;
      yield make('a fuse left out', fuse, {
        conductors: [
          ...all.filter((c) => c !== before && c !== after),
          core.conductor({ ...before, from: source, to: load }),
        ],
      });
    }
  }
  const bridge = pick(pairs);
  if (bridge) {
    const { a, b, end } = bridge;
    const { id: _, ...rest } = a;
    yield make('a strand across two terminals', `${core.terminalId(a[end])} and ${core.terminalId(b[end])}`, {
      conductors: [
        ...all,
        core.conductor({ ...rest, from: a[end], to: b[end], function: 'joint', signal: null, made: 'new' }),
      ],
    });
  }
  const harmless = pick(fresh.filter((c) => c.mm2 !== null && c.function !== 'joint'));
  if (harmless)
    yield make(
      'another conductor of the same kind in its place',
      name(harmless),
      swap(harmless, { ...harmless }),
    );
}

/** Current that cables of the cabin carry, A by mm2, by this table alone. */
const CARRIES = [
  [0.75, 7],
  [1.5, 15],
  [2.5, 20],
  [4, 30],
  [6, 40],
  [10, 60],
  [16, 80],
  [20, 100],
  [25, 115],
  [35, 150],
  [50, 190],
  [70, 240],
];
const carries = (mm2) => CARRIES.findLast(([size]) => size <= mm2)?.[1] ?? 5;

/** Supply conductors that no fuse protects: walked from the battery, with the smallest fuse passed on the way to each. */
function bare(core, { conductors }, input) {
  const near = new Map();
  const join = (a, b, way) => {
    for (const [x, y] of [
      [a, b],
      [b, a],
    ])
      near.set(x, [...(near.get(x) ?? []), { to: y, ...way }]);
  };
  for (const c of conductors.filter((k) => k.function === 'supply'))
    join(core.terminalId(c.from), core.terminalId(c.to), { c });
  for (const id of [...near.keys()]) {
    if (id.startsWith('distribution:') && id !== 'distribution:in') join(id, 'distribution:in', {});
    if (id.startsWith('fuse:') && id.endsWith(':source'))
      join(id, id.replace(/source$/, 'load'), {
        fuse: core.fuseAmpsOf(id.split(':').slice(1, -1).join(':'), input),
      });
  }
  const best = new Map([['battery:plus', Infinity]]);
  const queue = ['battery:plus'];
  const unfit = new Set();
  for (let at = queue.shift(); at !== undefined; at = queue.shift())
    for (const { to, c, fuse } of near.get(at) ?? []) {
      const amps = Math.min(best.get(at), fuse ?? Infinity);
      // From the battery to its fuse nothing protects a cable.
      if (
        c &&
        ![c.from, c.to].some((t) => t.of === 'fuse' && t.leg === 'source') &&
        amps > carries(c.mm2 ?? 0)
      )
        unfit.add(c.id);
      if (amps <= (best.get(to) ?? -1)) continue;
      best.set(to, amps);
      queue.push(to);
    }
  return unfit.size;
}
