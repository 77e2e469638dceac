import type { Proposal } from '@ulpen/core';
import { DEVICE_WORD, verdictOf } from './plan-words.ts';

interface ProposalTabsProps {
  proposals: readonly Proposal[];
  /** strategy of the one shown; null while a kept plan is shown */
  shown: Proposal['strategy'] | null;
  busy: boolean;
  onShow: (strategy: Proposal['strategy']) => void;
}

/** The ways in side by side, best first: what each needs, how flat it gets, what is wrong with it. */
export function ProposalTabs({ proposals, shown, busy, onShow }: ProposalTabsProps) {
  return (
    <div className="ways no-print" role="group" aria-label="Ways in, best first" aria-busy={busy}>
      {proposals.map((proposal, i) => {
        const verdict = verdictOf(proposal);
        const used = new Set(proposal.feeds.flatMap((f) => f.taps.map((t) => t.pairId))).size;
        return (
          <button
            key={proposal.strategy}
            type="button"
            className="way"
            aria-pressed={proposal.strategy === shown}
            onClick={() => onShow(proposal.strategy)}
          >
            <span className="way-title">
              <span className="num quiet">{i + 1}</span> {proposal.title}
            </span>
            <span className="quiet">{DEVICE_WORD[proposal.device]}</span>
            <span className="way-figures">
              <span className={`verdict verdict-${verdict.tone}`}>{verdict.text}</span>
              {proposal.covers && <span className="num">±{proposal.withinDb.toFixed(1)} dB</span>}
              <span className="num quiet">
                {used} {used === 1 ? 'tap' : 'taps'}
              </span>
            </span>
          </button>
        );
      })}
    </div>
  );
}
