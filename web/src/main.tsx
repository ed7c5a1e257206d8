import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import '@fontsource/barlow/400.css';
import '@fontsource/barlow/600.css';
import '@fontsource/barlow-semi-condensed/600.css';
import '@fontsource/barlow-semi-condensed/700.css';
import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { queries } from './app/queries';
import { Views } from './app/routes';
import { theme } from './app/theme';
import { SayProvider } from './ui/Say';

// The page's own nonce: styles made at run time carry it, others are refused by the content security policy.
const nonce = document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce;
const cache = createCache({ key: 'j', ...(nonce ? { nonce } : {}) });

const root = document.getElementById('root');
if (!root) throw new Error('The page has no root element.');
createRoot(root).render(
  <StrictMode>
    <CacheProvider value={cache}>
      <ThemeProvider theme={theme} defaultMode="system" noSsr>
        <CssBaseline enableColorScheme />
        <QueryClientProvider client={queries}>
          <SayProvider>
            <Views />
          </SayProvider>
        </QueryClientProvider>
      </ThemeProvider>
    </CacheProvider>
  </StrictMode>,
);
