import { useEffect } from 'react';
import { X } from 'lucide-react';
import { type Notice, useNotices } from './notices-store.ts';
import './notices.css';

/** A notice that offers a way back stays longer. */
const SHOWN_MS = { plain: 5_000, undo: 12_000, wrong: 15_000 };

export function Notices() {
  const notices = useNotices((s) => s.notices);
  return (
    <div className="notices no-print" role="status" aria-live="polite">
      {notices.map((notice) => (
        <NoticeLine key={notice.id} notice={notice} />
      ))}
    </div>
  );
}

function NoticeLine({ notice }: { notice: Notice }) {
  const dismiss = useNotices((s) => s.dismiss);
  useEffect(() => {
    const time = notice.tone === 'wrong' ? SHOWN_MS.wrong : notice.undo ? SHOWN_MS.undo : SHOWN_MS.plain;
    const timer = setTimeout(() => dismiss(notice.id), time);
    return () => clearTimeout(timer);
  }, [notice, dismiss]);
  return (
    <div className={`notice notice-${notice.tone}`}>
      <span>{notice.text}</span>
      {notice.undo && (
        <button
          type="button"
          className="btn btn-quiet"
          onClick={() => {
            notice.undo?.();
            dismiss(notice.id);
          }}
        >
          Undo
        </button>
      )}
      <button type="button" className="btn btn-quiet" aria-label="Dismiss" onClick={() => dismiss(notice.id)}>
        <X size={16} />
      </button>
    </div>
  );
}
