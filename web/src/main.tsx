import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import '@fontsource/barlow-condensed/latin-600.css';
import '@fontsource/barlow/latin-400.css';
import '@fontsource/barlow/latin-600.css';
import '@fontsource/barlow/latin-ext-400.css';
import '@fontsource/barlow/latin-ext-600.css';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { App } from './app/App';
import { Problem } from './lib/api';
import { resume } from './lib/changes/outbox';
import { Toasts } from './ui/Toasts';
import './ui/base.css';
import { theme } from './ui/theme';

const nonce = document.querySelector<HTMLMetaElement>('meta[name="style-nonce"]')?.content;
const cache = createCache({ key: 'ys', nonce, prepend: true });
const queries = new QueryClient({
  defaultOptions: {
    queries: { retry: (count, error) => !(error instanceof Problem) && count < 2, staleTime: 2000, refetchOnWindowFocus: true },
  },
});

// What waited when the page was left goes out first.
void resume();

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <CacheProvider value={cache}>
      <ThemeProvider theme={theme} defaultMode="light">
        <QueryClientProvider client={queries}>
          <BrowserRouter>
            <Toasts>
              <App />
            </Toasts>
          </BrowserRouter>
        </QueryClientProvider>
      </ThemeProvider>
    </CacheProvider>
  </StrictMode>,
);
