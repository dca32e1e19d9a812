import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { LostConnection } from './api/client';
import { App } from './App';
import { UnitsProvider } from './units/UnitsContext';
import '@fontsource-variable/atkinson-hyperlegible-next/index.css';
import '@fontsource-variable/azeret-mono/index.css';
import './styles/index.scss';

const client = new QueryClient({
  defaultOptions: {
    // A refusal stays a refusal; only a lost connection is worth another try. Asked always: the program may be on a machine that has no network at all.
    queries: {
      networkMode: 'always',
      refetchOnReconnect: true,
      retry: (count, error) => error instanceof LostConnection && count < 20,
      retryDelay: 1500,
    },
    mutations: { networkMode: 'always' },
  },
});

const root = document.getElementById('root');
if (root === null) throw new Error('The page has no root.');
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <UnitsProvider>
        <BrowserRouter>
          <App />
        </BrowserRouter>
      </UnitsProvider>
    </QueryClientProvider>
  </StrictMode>,
);
