import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { setNonce } from 'get-nonce';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { TAKEN_WHOLE } from './kit/refreshed.ts';
import { App } from './app.tsx';
import './style.css';

const client = new QueryClient({
  defaultOptions: {
    // Whether there is a connection is seen by asking: what waits in silence is neither done nor told.
    mutations: { networkMode: 'always' },
    queries: {
      networkMode: 'always',
      staleTime: 10_000,
      retry: (tries, error) => tries < 2 && !('status' in error && Number(error.status) >= 400),
    },
  },
});

for (const path of TAKEN_WHOLE) client.setQueryDefaults([path], { structuralSharing: false });

// What our parts write of styles into the page carries its nonce: the policy refuses every other.
const nonce = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content;
if (nonce) setNonce(nonce);

const root = document.getElementById('root');
if (!root) throw new Error('The page has no root element.');
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <BrowserRouter>
        <App />
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
