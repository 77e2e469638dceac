import { useMemo } from 'react';
import { Button, ButtonGroup, ProgressBar } from 'react-bootstrap';
import { format } from 'date-fns';
import { Download } from 'lucide-react';
import {
  type BookSheet,
  cablesCsv,
  checkNetlist,
  conductorsCsv,
  cutCsv,
  netlistDocument,
  pagesOf,
  type Paper,
  PAPERS,
  partsCsv,
  svgOf,
  wiringBook,
} from '@ulpen/core';
import { saveFile } from '../../../ui/save-file.ts';
import { useSearchWord } from '../use-search-word.ts';
import { useFramedWiring } from '../WireFrame.tsx';
import { PageView } from './PageView.tsx';
import { usePdf } from './use-pdf.ts';
import './paper.css';

/** The wiring book as it will be printed, sheet by sheet, and everything that can be taken along as a file. */
export function PaperView() {
  const { job, plan, wiring, bench } = useFramedWiring();
  const [id, choose] = useSearchWord('sheet');
  const [size, setSize] = useSearchWord('paper');
  const paper: Paper = size === 'letter' ? 'letter' : 'a4';
  const remarks = useMemo(
    () => [
      ...checkNetlist(wiring.netlist, wiring.input, wiring.names),
      ...bench.remarks,
      ...bench.routeRemarks.filter((r) => !bench.remarks.some((b) => b.text === r.text)),
    ],
    [wiring, bench],
  );
  const day = format(new Date(), 'd MMMM yyyy');
  const sheets = useMemo(
    () => wiringBook({ job, plan, wiring, bench, remarks, paper, day }),
    [job, plan, wiring, bench, remarks, paper, day],
  );
  const sheet = sheets.find((s) => s.id === id) ?? sheets[0];
  const first = sheets.slice(0, sheets.indexOf(sheet)).reduce((sum, s) => sum + s.pages.length, 1);
  const all = pagesOf(sheets).length;
  return (
    <main className="panes wire paper">
      <section className="pane" aria-label={sheet.title} tabIndex={0}>
        {sheet.pages.map((page, n) => (
          <PageView key={n} page={page} name={`${sheet.title}, page ${first + n} of ${all}`} />
        ))}
      </section>
      <section className="pane" aria-label="The wiring book" tabIndex={0}>
        <div className="pane-title">
          <h1>Wiring book</h1>
          <span className="num quiet" role="status">
            {sheets.length} sheets, {all} pages
          </span>
          <ButtonGroup className="ms-auto" aria-label="Paper">
            {(Object.keys(PAPERS) as Paper[]).map((p) => (
              <Button
                key={p}
                variant="secondary"
                active={p === paper}
                aria-pressed={p === paper}
                onClick={() => setSize(p === 'a4' ? null : p)}
              >
                {PAPERS[p].name}
              </Button>
            ))}
          </ButtonGroup>
        </div>
        <MakePdf sheets={sheets} sheet={sheet} />
        <ol className="paper-list">
          {sheets.map((s) => (
            <li key={s.id}>
              <button
                type="button"
                aria-current={s === sheet ? 'true' : undefined}
                onClick={() => choose(s.id)}
              >
                {s.title}
                <span className="num quiet">
                  {s.pages.length === 1 ? '1 page' : `${s.pages.length} pages`}
                </span>
              </button>
            </li>
          ))}
        </ol>
        <Files sheet={sheet} />
      </section>
    </main>
  );
}

const fileOf = (...words: string[]) =>
  words
    .join(' ')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');

function MakePdf({ sheets, sheet }: { sheets: readonly BookSheet[]; sheet: BookSheet }) {
  const { job } = useFramedWiring();
  const { state, make, cancel } = usePdf();
  if (state.at === 'making')
    return (
      <div className="paper-making">
        <ProgressBar
          now={100 * state.share}
          label={`${Math.round(100 * state.share)} %`}
          aria-label="The PDF is being made"
        />
        <Button variant="secondary" onClick={cancel}>
          Cancel
        </Button>
      </div>
    );
  return (
    <>
      <div className="paper-making">
        <Button
          onClick={() =>
            void make(pagesOf(sheets), `Wiring book, ${job.car}`, `${fileOf(job.car, 'wiring book')}.pdf`)
          }
        >
          <Download size={18} /> Wiring book as PDF
        </Button>
        <Button
          variant="secondary"
          onClick={() =>
            void make(sheet.pages, `${sheet.title}, ${job.car}`, `${fileOf(job.car, sheet.title)}.pdf`)
          }
        >
          This sheet alone
        </Button>
      </div>
      {state.at === 'failed' && (
        <p className="look-again" role="alert">
          {state.why} Nothing was saved: try again.
        </p>
      )}
    </>
  );
}

/** Lists and pictures in open formats. */
function Files({ sheet }: { sheet: BookSheet }) {
  const { job, plan, wiring, bench } = useFramedWiring();
  const save = (content: string, type: string, name: string) => saveFile(new Blob([content], { type }), name);
  const csv = (name: string, content: () => string) => ({
    name,
    type: 'CSV',
    save: () => save(content(), 'text/csv', `${fileOf(job.car, name)}.csv`),
  });
  const files = [
    {
      name: sheet.title,
      type: sheet.pages.length === 1 ? 'SVG' : `SVG, ${sheet.pages.length} files`,
      save: () =>
        sheet.pages.forEach((page, n) =>
          save(svgOf(page), 'image/svg+xml', `${fileOf(job.car, sheet.title, String(n + 1))}.svg`),
        ),
    },
    csv('Cut list', () => cutCsv(bench, wiring.names)),
    csv('Parts list', () => partsCsv({ bench, wiring })),
    csv('Cables', () => cablesCsv(bench, wiring.names)),
    csv('Conductors', () => conductorsCsv(wiring)),
    {
      name: 'Netlist',
      type: 'JSON',
      save: () =>
        save(
          JSON.stringify(netlistDocument(job.car, plan, wiring, bench), null, 1),
          'application/json',
          `${fileOf(job.car, 'netlist')}.json`,
        ),
    },
  ];
  return (
    <section className="wire-group no-print" aria-label="Files">
      <h2 className="label">Files</h2>
      <ul className="paper-files">
        {files.map((f) => (
          <li key={`${f.name} ${f.type}`}>
            <Button variant="quiet" onClick={f.save}>
              <Download size={18} /> {f.name} <span className="quiet">{f.type}</span>
            </Button>
          </li>
        ))}
      </ul>
      <p className="small quiet">
        The netlist follows a <a href="/api/v1/schemas/netlist">published JSON Schema</a>.
      </p>
    </section>
  );
}
