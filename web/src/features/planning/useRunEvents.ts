import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';

export interface RunNews {
  stage: string;
  done: number;
  total: number;
  cost: number | null;
  bound: number;
  end: null | { state: string; message?: string; collisions?: string[]; notes?: string[] };
  connected: boolean;
}

const NOTHING: RunNews = { stage: 'Waiting for its turn', done: 0, total: 0, cost: null, bound: 0, end: null, connected: true };

/** Follow a run; the stream goes on by itself after a dropped connection and after a reload. */
export function useRunEvents(run: number, series: number): RunNews {
  const [news, setNews] = useState<RunNews>(NOTHING);
  const client = useQueryClient();
  useEffect(() => {
    const source = new EventSource(`/api/runs/${run}/events`);
    source.onopen = () => setNews((now) => ({ ...now, connected: true }));
    source.onerror = () => setNews((now) => ({ ...now, connected: false }));
    source.onmessage = (event: MessageEvent<string>) => {
      const body = JSON.parse(event.data) as { kind: string } & Partial<RunNews> & { state?: string };
      if (body.kind === 'progress') setNews((now) => ({ ...now, ...body, end: null, connected: true }));
      if (body.kind === 'end') {
        source.close();
        setNews((now) => ({ ...now, connected: true, end: body as unknown as RunNews['end'] }));
        void client.invalidateQueries({ queryKey: ['series', series] });
        void client.invalidateQueries({ queryKey: ['series'], exact: true });
      }
    };
    return () => source.close();
  }, [run, series, client]);
  return news;
}
