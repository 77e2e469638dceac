import { CircleCheck, CircleDashed, CircleHelp, TriangleAlert } from 'lucide-react';
import type { Finding } from '@ulpen/core';
import { StandingTag } from '../../../ui/StandingTag.tsx';
import { type Tone, toneOf } from './finding-tone.ts';
import './findings.css';

interface FindingCardProps {
  title: React.ReactNode;
  /** one level below that of what it stands in */
  heading: 'h2' | 'h3' | 'h4';
  finding: Finding;
  /** evidence is laid open: on a sheet that is printed */
  open?: boolean;
  children?: React.ReactNode;
}

const ICON: Record<Tone, typeof CircleCheck> = {
  settled: CircleCheck,
  'watch-out': TriangleAlert,
  unclear: CircleHelp,
  open: CircleDashed,
};

/** What a test came to, what it rests on, and what to do next. */
export function FindingCard({ title, heading: Heading, finding, open = false, children }: FindingCardProps) {
  const tone = toneOf(finding);
  const Icon = ICON[tone];
  return (
    <article className={`finding finding-${tone}`}>
      <Icon size={19} className="finding-icon" aria-hidden />
      <div>
        <Heading>
          {title}
          {tone !== 'open' && (
            <StandingTag standing="measured">
              {finding.rough ? 'measured roughly, by meter' : 'measured'}
            </StandingTag>
          )}
        </Heading>
        <p>{finding.says}</p>
        {finding.next && <p className="finding-next">{finding.next}</p>}
        {children}
        {finding.evidence.length > 0 && (
          <details open={open}>
            <summary>What it rests on</summary>
            <ul>
              {finding.evidence.map((e) => (
                <li key={e}>{e}</li>
              ))}
            </ul>
          </details>
        )}
      </div>
    </article>
  );
}
