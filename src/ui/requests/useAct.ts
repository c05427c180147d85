'use client';

import { notifications } from '@mantine/notifications';
import { useQueryClient } from '@tanstack/react-query';
import { faultOf } from './api';

/** Does something on the server and fetches anew what is shown; a failure is said. Resolves to whether it was done. */
export function useAct(): (work: () => Promise<unknown>) => Promise<boolean> {
  const client = useQueryClient();
  return async (work) => {
    try {
      await work();
      return true;
    } catch (error) {
      const { message, hint } = faultOf(error);
      notifications.show({ color: 'clay', title: message, message: hint });
      return false;
    } finally {
      await client.invalidateQueries();
    }
  };
}
