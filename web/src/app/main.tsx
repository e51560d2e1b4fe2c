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
import { meOptions } from '~/features/signin';

applyColorMode();
// Who is there is asked for while the code of the page is still on its way.
void queryClient.prefetchQuery(meOptions);

async function start(root: HTMLElement): Promise<void> {
  await firstPage(window.location.pathname);
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
