import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { setNonce } from 'get-nonce';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { PAGE_PATH } from '@placard/core/contract';
import { App } from './shell/app.tsx';
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

// A page is as long as a book may be: what a save answers is taken as it is, not compared letter by letter.
client.setQueryDefaults([PAGE_PATH], { structuralSharing: false });

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
