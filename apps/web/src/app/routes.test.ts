import type { RouteObject } from 'react-router';
import { describe, expect, it, vi } from 'vitest';
import { VIEWS } from '../../../../e2e/views.ts';
import { routes } from './routes.tsx';

// What the routes draw needs a browser; where they lead does not.
vi.mock('../features/jobs/JobListPage.tsx', () => ({ JobListPage: () => null }));

/** Whole paths of all that draws a view; what has a loader only leads on. */
function leaves(list: readonly RouteObject[], above = ''): string[] {
  return list.flatMap(({ path = '', index, children, loader }) => {
    if (loader) return [];
    const own = path.startsWith('/') || above === '' ? path : path === '' ? above : `${above}/${path}`;
    return children ? leaves(children, own) : [index ? above : own];
  });
}

describe('the routes', () => {
  it('are all among the views that are gone through for accessibility', () => {
    // A job's own address only leads on.
    const drawn = new Set(leaves(routes).filter((path) => path !== '/jobs/:jobId'));
    expect(drawn.size).toBeGreaterThan(15);
    expect(new Set(VIEWS.map((v) => v.route))).toEqual(drawn);
  });
});
