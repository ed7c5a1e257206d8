import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Suspense, type ReactNode } from 'react';
import { MemoryRouter, Route, Routes } from 'react-router';
import type { Schemas } from '../api/client';
import { SayProvider } from '../ui/Say';
import { nursery, on } from './server';

/** Shows a part of a page inside its nursery, with the reads every page makes. */
export function show(part: ReactNode, { role = 'owner', search = '' }: { role?: Schemas['Role']; search?: string } = {}) {
  on('GET session', { token: 'token', name: 'Test owner', nurseries: [{ id: nursery, name: 'Test yard', role }] });
  on('GET site', {
    today: '2026-04-18',
    season: 2026,
    freezeKnown: true,
    input: { units: 'metric' },
    usual: { handsHours: null, currency: null },
  });
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  const page = render(
    <QueryClientProvider client={client}>
      <SayProvider>
        <MemoryRouter initialEntries={[`/n/${nursery}${search}`]}>
          <Routes>
            <Route path="/n/:nursery" element={<Suspense fallback={null}>{part}</Suspense>} />
            <Route path="*" element={<p>elsewhere</p>} />
          </Routes>
        </MemoryRouter>
      </SayProvider>
    </QueryClientProvider>,
  );
  return { ...page, user: userEvent.setup({ delay: null }) };
}
