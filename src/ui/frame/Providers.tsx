'use client';

import { MantineProvider } from '@mantine/core';
import { ModalsProvider } from '@mantine/modals';
import { Notifications } from '@mantine/notifications';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { ApiFault } from '../requests/api';
import { theme } from './theme';

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
        <ModalsProvider>
          <Notifications position="bottom-left" />
          {children}
        </ModalsProvider>
      </QueryClientProvider>
    </MantineProvider>
  );
}
