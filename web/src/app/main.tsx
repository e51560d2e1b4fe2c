import '@fontsource-variable/atkinson-hyperlegible-mono';
import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/bricolage-grotesque';
import './global.css';

import { ChakraProvider } from '@chakra-ui/react';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';

import { App } from './App';
import { applyColorMode } from './colorMode';
import { firstPage } from './pages';
import { queryClient } from './queryClient';
import { system } from './theme';
import { whoIsThere } from '~/features/signin';
import { keepOnPhone, restoreKept } from '~/shared/http/onPhone';

applyColorMode();
// Who is there is asked for while the code of the page is still on its way.
const restored = restoreKept(queryClient).then(() => {
  keepOnPhone(queryClient);
  // However lately it was kept: a write needs the token of the sign-in that holds now.
  void whoIsThere(queryClient);
});

async function start(root: HTMLElement): Promise<void> {
  await Promise.all([firstPage(window.location.pathname), restored]);
  createRoot(root).render(
    <StrictMode>
      <ChakraProvider value={system}>
        <QueryClientProvider client={queryClient}>
          <App />
        </QueryClientProvider>
      </ChakraProvider>
    </StrictMode>,
  );
}

const root = document.getElementById('root');
if (root) void start(root);
// Only a page that came safely may have one; elsewhere Grike needs the network, as ever.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  window.addEventListener('load', () => void navigator.serviceWorker.register('/sw.js').catch(() => undefined));
