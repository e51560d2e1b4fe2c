import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';

/** What the stream tells: the version, who changed the series last (``by`` '': oneself), who is there. */
export interface News {
  version: number;
  label: string;
  by: string;
  present: { name: string; place: string }[];
}

/** Milliseconds after which a stream that broke off is asked for again: the first time, and at most. */
const AGAIN = 1000;
const MOST = 30_000;

/**
 * Hear what others do to a series while its page is open. ``version``: what the page shows; as soon as
 * there is another, everything of the series is read anew.
 */
export function useNews(series: number, place: string, version: number): News | null {
  const [news, setNews] = useState<News | null>(null);
  const client = useQueryClient();
  useEffect(() => {
    let source: EventSource;
    let timer: ReturnType<typeof setTimeout>;
    let wait = AGAIN;
    const open = () => {
      source = new EventSource(`/api/series/${series}/news?place=${encodeURIComponent(place)}`);
      source.onmessage = (event: MessageEvent<string>) => {
        wait = AGAIN;
        setNews(JSON.parse(event.data) as News);
      };
      source.onerror = () => {
        source.close();
        timer = setTimeout(open, wait);
        wait = Math.min(2 * wait, MOST);
      };
    };
    open();
    return () => {
      clearTimeout(timer);
      source.close();
    };
  }, [series, place]);
  const other = news !== null && news.version > version;
  useEffect(() => {
    if (other)
      void client.invalidateQueries({ queryKey: ['series', series], predicate: (query) => !query.meta?.ofVersion });
  }, [other, series, client]);
  return news;
}
