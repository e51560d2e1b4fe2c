import { useEffect } from 'react';

const NAME = 'Grike';

/** The title of the window is the heading of the page, so that tabs and the browser's history tell them apart. */
export function useTitle(): void {
  useEffect(() => {
    const put = () => {
      const heading = document.querySelector('main h1')?.textContent?.trim();
      const title = heading ? `${heading} – ${NAME}` : NAME;
      if (document.title !== title) document.title = title;
    };
    const seen = new MutationObserver(put);
    seen.observe(document.body, { childList: true, subtree: true, characterData: true });
    put();
    return () => seen.disconnect();
  }, []);
}
