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
 * Follow a stream while the page is looked at; returns what ends it. A page that is hidden, or kept for
 * the way back, lets its stream go: a browser holds no more than six of one server, for all its tabs.
 */
function follow(path: string, onNews: (news: News) => void): () => void {
  let source: EventSource | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let wait = AGAIN;
  const stop = () => {
    clearTimeout(timer);
    source?.close();
    source = null;
  };
  const open = () => {
    stop();
    source = new EventSource(path);
    source.onmessage = (event: MessageEvent<string>) => {
      wait = AGAIN;
      onNews(JSON.parse(event.data) as News);
    };
    source.onerror = () => {
      stop();
      timer = setTimeout(open, wait);
      wait = Math.min(2 * wait, MOST);
    };
  };
  const seen = () => (document.visibilityState === 'visible' ? open() : stop());
  seen();
  document.addEventListener('visibilitychange', seen);
  window.addEventListener('pagehide', stop);
  window.addEventListener('pageshow', seen);
  return () => {
    stop();
    document.removeEventListener('visibilitychange', seen);
    window.removeEventListener('pagehide', stop);
    window.removeEventListener('pageshow', seen);
  };
}

/**
 * Hear what others do to a series while its page is open. ``version``: what the page shows; as soon as
 * there is another, everything of the series is read anew.
 */
export function useNews(series: number, place: string, version: number): News | null {
  const [news, setNews] = useState<News | null>(null);
  const client = useQueryClient();
  useEffect(() => follow(`/api/series/${series}/news?place=${encodeURIComponent(place)}`, setNews), [series, place]);
  const other = news !== null && news.version > version;
  useEffect(() => {
    if (other)
      void client.invalidateQueries({ queryKey: ['series', series], predicate: (query) => !query.meta?.ofVersion });
  }, [other, series, client]);
  return news;
}
