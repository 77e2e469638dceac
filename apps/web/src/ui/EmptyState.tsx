import './empty-state.css';

/** Where nothing is yet: what belongs here and the next step. */
export function EmptyState({
  title,
  children,
  actions,
}: {
  title: string;
  children: React.ReactNode;
  actions?: React.ReactNode;
}) {
  return (
    <div className="empty-state">
      <svg viewBox="0 0 200 40" width="200" height="40" aria-hidden="true">
        <path d="M4 34C40 34 44 8 70 8h60c26 0 30 26 66 26" />
      </svg>
      <h2>{title}</h2>
      <p className="quiet">{children}</p>
      {actions && <div className="empty-actions">{actions}</div>}
    </div>
  );
}
