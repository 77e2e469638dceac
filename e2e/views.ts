/** What a view is opened with. */
export interface ViewSubject {
  jobId: string;
  pairId: string;
  connectorId: string;
  captureIds: readonly string[];
  instrumentId: string;
}

export interface View {
  /** as the page's router has it */
  route: string;
  /** what to open */
  path: (subject: ViewSubject) => string;
  /** is there once the view is drawn */
  marker: string;
}

const at =
  (rest: string) =>
  ({ jobId }: ViewSubject): string =>
    `/jobs/${jobId}/${rest}`;

/** Every view of the page. A route that is not listed here fails a test. */
export const VIEWS: readonly View[] = [
  { route: '/', path: () => '/', marker: '.job-row' },
  { route: '/shop', path: () => '/shop', marker: '.devices' },
  {
    route: '/shop/instruments/:instrumentId',
    path: (s) => `/shop/instruments/${s.instrumentId}`,
    marker: '.instrument-found',
  },
  { route: '/jobs/:jobId/intake', path: at('intake'), marker: '.target' },
  { route: '/jobs/:jobId/find/map', path: at('find/map'), marker: '.pin-table' },
  {
    route: '/jobs/:jobId/find/:connectorId?',
    path: (s) => at(`find/${s.connectorId}?at=13-14`)(s),
    marker: '.cavity',
  },
  { route: '/jobs/:jobId/listen/live/:pairId?', path: at('listen/live'), marker: '.safety-gate' },
  {
    route: '/jobs/:jobId/listen/:pairId/sheet',
    path: (s) => at(`listen/${s.pairId}/sheet`)(s),
    marker: '.recharts-line',
  },
  { route: '/jobs/:jobId/listen/signals', path: at('listen/signals'), marker: '.signals h1' },
  { route: '/jobs/:jobId/listen/system', path: at('listen/system'), marker: '.system-table' },
  {
    route: '/jobs/:jobId/listen/overlay',
    path: (s) => at(`listen/overlay?c=${s.captureIds.join(',')}`)(s),
    marker: '.recharts-line',
  },
  { route: '/jobs/:jobId/listen/tests/:test?', path: at('listen/tests/bass'), marker: '.bass-curve' },
  { route: '/jobs/:jobId/listen/tests/:test?', path: at('listen/tests/added'), marker: '.added-table' },
  {
    route: '/jobs/:jobId/listen/:pairId?',
    path: (s) => at(`listen/${s.pairId}`)(s),
    marker: '.recharts-line',
  },
  { route: '/jobs/:jobId/plan', path: at('plan'), marker: '.compare-table' },
  { route: '/jobs/:jobId/plan/desk', path: at('plan/desk?way=processor'), marker: '.recharts-line' },
  { route: '/jobs/:jobId/plan/finished', path: at('plan/finished'), marker: '.finished-table' },
  {
    route: '/jobs/:jobId/plan/finished',
    path: at('plan/finished?way=bypass-factory-wire&part=place:supply'),
    marker: '.supply-figures',
  },
  { route: '/jobs/:jobId/plan/owner', path: at('plan/owner'), marker: '.triggers' },
  { route: '/jobs/:jobId/wire', path: at('wire'), marker: '.empty-state' },
  { route: '/jobs/:jobId/wire/loom', path: at('wire/loom'), marker: '.empty-state' },
  { route: '/jobs/:jobId/wire/places', path: at('wire/places'), marker: '.empty-state' },
  { route: '/jobs/:jobId/wire/paper', path: at('wire/paper'), marker: '.empty-state' },
  { route: '/jobs/:jobId/wire/joints', path: at('wire/joints'), marker: '.empty-state' },
  { route: '/jobs/:jobId/wire/cables', path: at('wire/cables'), marker: '.empty-state' },
  { route: '*', path: () => '/somewhere/else', marker: 'h1' },
];
