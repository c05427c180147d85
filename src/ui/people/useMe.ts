'use client';

import { useQuery } from '@tanstack/react-query';
import { isEnough, type Role } from '@/server/contracts/roles';
import { gorgeApi } from '../requests/gorgeApi';

/** Who one is here. */
export function useMe() {
  return useQuery({ queryKey: ['me'], queryFn: gorgeApi.me, staleTime: 60_000 });
}

/** Whether one may do what needs a role; taken to be so while it is not known: the server has the last word. */
export function useMay(needed: Role): boolean {
  const { data } = useMe();
  return data === undefined || isEnough(data.role, needed);
}
