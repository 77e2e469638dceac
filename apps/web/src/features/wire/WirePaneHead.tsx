import { Button } from 'react-bootstrap';
import { Download, Printer } from 'lucide-react';
import { saveFile } from '../../ui/save-file.ts';
import { useFramedWiring } from './WireFrame.tsx';

interface WirePaneHeadProps {
  title: string;
  /** how far it is (default: nothing) */
  status?: string;
  /** its table as CSV (default: none) */
  csv?: () => string;
  /** its rank on the page (default: the page's own) */
  as?: 'h1' | 'h2';
}

/** Head of a view of Wire, with what takes it to the car: a table and a print. */
export function WirePaneHead({ title, status, csv, as: Heading = 'h1' }: WirePaneHeadProps) {
  const { job } = useFramedWiring();
  const file = `${job.car} ${title}`.toLowerCase().replace(/[^a-z0-9]+/g, '-');
  return (
    <div className="pane-title">
      <Heading>{title}</Heading>
      {status && (
        <span className="num quiet" role="status">
          {status}
        </span>
      )}
      <span className="wire-tools no-print">
        {csv && (
          <Button
            variant="quiet"
            onClick={() => saveFile(new Blob([csv()], { type: 'text/csv' }), `${file}.csv`)}
          >
            <Download size={18} /> CSV
          </Button>
        )}
        <Button variant="quiet" onClick={() => window.print()}>
          <Printer size={18} /> Print
        </Button>
      </span>
    </div>
  );
}
