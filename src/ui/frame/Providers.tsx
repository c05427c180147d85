'use client';

import { MantineProvider } from '@mantine/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { ApiFault } from '../requests/api';
import { theme } from './theme';
import { later } from './later';

// Both wait for something to show, and are fetched behind the page.
const Notifications = later(() => import('@mantine/notifications').then((module) => module.Notifications));
const ModalsProvider = later(() => import('@mantine/modals').then((module) => module.ModalsProvider));

/** Everything that all screens stand on. */
export function Providers({ children, nonce }: { children: ReactNode; nonce: string }) {
  const [client] = useState(
    () =>
      new QueryClient({
        defaultOptions: {
          queries: {
            retry: (count, error) => count < 4 && error instanceof ApiFault && error.mayPass,
            refetchOnWindowFocus: false,
          },
        },
      }),
  );
  return (
    <MantineProvider theme={theme} defaultColorScheme="light" getStyleNonce={() => nonce}>
      <QueryClientProvider client={client}>
        <ModalsProvider>{null}</ModalsProvider>
        <Notifications position="bottom-left" />
        {children}
      </QueryClientProvider>
    </MantineProvider>
  );
}
