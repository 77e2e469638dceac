// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { json, pageServer, refuse } from '../../test/page-server.ts';
import type { Command } from './commands/command.ts';
import { useNotices } from '../ui/notices-store.ts';
import { useSavedAtOnce } from './use-saved-at-once.ts';

interface Sheet {
  version: number;
  code: string;
  note: string;
}
const command: Command<{ jobId: string; fields: Sheet }, Sheet> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, fields }) => ({ method: 'PUT', path: `/jobs/${jobId}/sheet`, body: fields }),
  touches: () => [],
};

const server = pageServer();
/** What the server has; it takes a change only on the version that it has. */
let kept: Sheet;
beforeEach(() => {
  kept = { version: 1, code: '', note: '' };
  useNotices.setState({ notices: [] });
  server.answer = ({ body }, response) => {
    const sent = JSON.parse(body) as Sheet;
    if (sent.version !== kept.version) return refuse(response, 409, kept);
    kept = { ...sent, version: sent.version + 1 };
    json(response, kept, kept.version);
  };
});
afterEach(cleanup);

const shown = () => {
  const queries = new QueryClient();
  return renderHook(() => useSavedAtOnce('j1', command, kept), {
    wrapper: ({ children }) => <QueryClientProvider client={queries}>{children}</QueryClientProvider>,
  });
};
const told = () => useNotices.getState().notices.map((n) => n.text);

describe('what is saved on every change', () => {
  it('is shown at once, and quick changes are saved one after the other', async () => {
    const { result } = shown();
    act(() => {
      result.current.change({ code: '4K7' });
      result.current.change({ note: 'left' });
      result.current.change({ code: '4K8' });
    });
    expect(result.current.draft).toMatchObject({ code: '4K8', note: 'left' });
    await act(() => expect.poll(() => server.got).toHaveLength(3));
    await act(() => expect.poll(() => kept.version).toBe(4));
    await act(() =>
      expect.poll(() => result.current.draft).toEqual({ version: 4, code: '4K8', note: 'left' }),
    );
    expect(told()).toEqual([]);
  });

  it('keeps what somebody else changed meanwhile, where it is another field', async () => {
    const { result } = shown();
    kept = { version: 5, code: 'theirs', note: '' };
    act(() => result.current.change({ note: 'mine' }));
    await act(() =>
      expect.poll(() => result.current.draft).toEqual({ version: 6, code: 'theirs', note: 'mine' }),
    );
    expect(server.got).toHaveLength(2);
  });

  it('works out anew on what somebody else changed meanwhile, where it is the same field', async () => {
    const { result } = shown();
    kept = { version: 5, code: 'theirs', note: '' };
    act(() => result.current.change(({ code }) => ({ code: `${code} and mine` })));
    await act(() =>
      expect.poll(() => result.current.draft).toEqual({ version: 6, code: 'theirs and mine', note: '' }),
    );
  });

  it('says what was refused, and saves what is changed next', async () => {
    const { result } = shown();
    const taken = server.answer;
    server.answer = (_, response) => refuse(response, 400);
    act(() => result.current.change({ note: 'x'.repeat(9) }));
    await act(() => expect.poll(told).toEqual(['not so']));
    server.answer = taken;
    act(() => result.current.change({ code: '4K7' }));
    await act(() => expect.poll(() => kept.code).toBe('4K7'));
  });
});
