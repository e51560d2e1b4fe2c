/** Where a link for a substitute leads: pages below it ask for everything by its token. */
const PATH = /^\/cover\/([\w-]+)/;

/** The token of the link by which this page was opened; null where somebody is signed in, or nobody. */
export function coverToken(): string | null {
  return PATH.exec(window.location.pathname)?.[1] ?? null;
}

/** The page of a class, or of the link that leads to no other. */
export function classPath(series: number, slot: number): string {
  const token = coverToken();
  return token ? `/cover/${token}` : `/series/${series}/classes/${slot}`;
}

/** The address at which a page opened by a link finds what others find at ``url``. */
export function covered(url: string, token: string): string {
  const asked = new URL(url);
  const inside = asked.pathname.startsWith('/api/') && !asked.pathname.startsWith('/api/covers/');
  if (inside) asked.pathname = asked.pathname.replace(/^\/api\//, `/api/covers/${token}/`);
  return asked.href;
}
