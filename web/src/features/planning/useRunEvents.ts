import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';

export interface FilledClass {
  week: number;
  weekday: number;
  name: string;
  movements: string[];
}

export interface RunNews {
  stage: string;
  done: number;
  total: number;
  cost: number | null;
  bound: number;
  /** Every class that is filled so far, by week and weekday. */
  filled: FilledClass[];
  end: null | { state: string; status?: string; message?: string; why?: string[]; ways?: string[]; notes?: string[] };
  connected: boolean;
}

const NOTHING: RunNews = {
  stage: 'Waiting for its turn',
  done: 0,
  total: 0,
  cost: null,
  bound: 0,
  filled: [],
  end: null,
  connected: true,
};

/** A class that is filled again takes the place of what was there. */
export function withFresh(known: FilledClass[], fresh: FilledClass[]): FilledClass[] {
  const same = (one: FilledClass, other: FilledClass) => one.week === other.week && one.weekday === other.weekday;
  const kept = known.filter((one) => !fresh.some((other) => same(one, other)));
  return [...kept, ...fresh].sort((one, other) => one.week - other.week || one.weekday - other.weekday);
}

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
      if (body.kind === 'progress')
        setNews((now) => ({
          ...now,
          ...body,
          filled: withFresh(now.filled, body.filled ?? []),
          end: null,
          connected: true,
        }));
      if (body.kind === 'end') {
        source.close();
        setNews((now) => ({ ...now, connected: true, end: body as unknown as RunNews['end'] }));
        // What was read before the run is not shown again: its undo would meet a newer version.
        client.removeQueries({ queryKey: ['series', series], type: 'inactive' });
        void client.invalidateQueries({ queryKey: ['series', series] });
        void client.invalidateQueries({ queryKey: ['series'], exact: true });
      }
    };
    return () => source.close();
  }, [run, series, client]);
  return news;
}
