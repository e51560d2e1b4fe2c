import { Box, Button } from '@chakra-ui/react';
import { Search } from 'lucide-react';
import { lazy, Suspense, useEffect, useState } from 'react';

// Fetched when it is first asked for: most pages are left without it.
const FindPanel = lazy(async () => ({ default: (await import('./panels')).FindPanel }));
const Shortcuts = lazy(async () => ({ default: (await import('./panels')).Shortcuts }));

type Shown = 'find' | 'keys' | null;

/** The way to anything: Ctrl+K or "/" opens it from everywhere, "?" shows the keys. */
export function Finder() {
  const [shown, setShown] = useState<Shown>(null);
  useEffect(() => {
    function press(event: KeyboardEvent) {
      const typing =
        event.target instanceof HTMLElement &&
        (/^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName) || event.target.closest('dialog'));
      const ctrl = event.ctrlKey || event.metaKey;
      if (ctrl && event.key.toLowerCase() === 'k') setShown('find');
      else if (!typing && !ctrl && !event.altKey && event.key === '/') setShown('find');
      else if (!typing && !ctrl && !event.altKey && event.key === '?') setShown('keys');
      else return;
      event.preventDefault();
    }
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  const leave = () => setShown(null);
  return (
    <>
      <Button
        size="xs"
        variant="ghost"
        aria-label="Find, and go there"
        title="Ctrl and K; the keys are shown with ?"
        onClick={() => setShown('find')}
      >
        <Search />
        <Box as="span" display={{ base: 'none', md: 'inline' }}>
          Find
        </Box>
      </Button>
      <Suspense fallback={null}>
        {shown === 'find' && <FindPanel onLeave={leave} onKeys={() => setShown('keys')} />}
        {shown === 'keys' && <Shortcuts onLeave={leave} />}
      </Suspense>
    </>
  );
}
