import { NavLink, Outlet } from 'react-router';
import { useFramedMeasuredJob } from '../../api/framed-job.ts';
import '../../ui/view-tabs.css';
import './listen-frame.css';

const VIEWS = [
  { path: '', name: 'Outputs' },
  { path: 'system', name: 'System' },
  { path: 'overlay', name: 'Overlay' },
  { path: 'tests', name: 'Tests' },
  { path: 'signals', name: 'Signals' },
];

/** The views of Listen under one row of tabs. */
export function ListenFrame() {
  const job = useFramedMeasuredJob();
  const names = VIEWS.map((v) => v.path).filter(Boolean);
  return (
    <div className="listen-frame">
      <nav className="view-tabs no-print" aria-label="Views of Listen">
        {VIEWS.map(({ path, name }) => (
          <NavLink
            key={path}
            to={`/jobs/${job.id}/listen${path ? `/${path}` : ''}`}
            className={({ isActive }) =>
              isActive && (path !== '' || !names.some((n) => location.pathname.includes(`/listen/${n}`)))
                ? 'view-tab-on'
                : ''
            }
          >
            {name}
          </NavLink>
        ))}
      </nav>
      <Outlet context={job} />
    </div>
  );
}
