import '@fontsource-variable/atkinson-hyperlegible-mono';
import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/bricolage-grotesque';
import './global.css';

import { ChakraProvider } from '@chakra-ui/react';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';

import { applyColorMode } from './colorMode';
import { Pages } from './Pages';
import { queryClient } from './queryClient';
import { system } from './theme';

applyColorMode();

const root = document.getElementById('root');
if (root) {
  createRoot(root).render(
    <StrictMode>
      <ChakraProvider value={system}>
        <QueryClientProvider client={queryClient}>
          <Pages />
        </QueryClientProvider>
      </ChakraProvider>
    </StrictMode>,
  );
}
