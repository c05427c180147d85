import { expect, test } from '@jest/globals';
import type { MachineInfo } from '@/server/contracts/machines';
import { sayLeft, sayLength, sayState } from './machineWords';

const machine = { isThere: true, isSameVersion: true, silentSeconds: 1, busy: 0 } as MachineInfo;

test('a machine is at work, waits, has another version, or is silent', () => {
  expect(sayState({ ...machine, busy: 2 })).toBe('at work');
  expect(sayState(machine)).toBe('waits for work');
  expect(sayState({ ...machine, isSameVersion: false })).toBe('given no work: another version');
  expect(sayState({ ...machine, isThere: false, silentSeconds: 130 })).toMatch(/^silent for 2 min/);
});

test('what is left is told with the time that it takes, where runs are being made', () => {
  expect(sayLeft({ runsLeft: 0, runsASecond: 10 })).toBe('Nothing is left to do.');
  expect(sayLeft({ runsLeft: 1200, runsASecond: 0 })).toBe('1,200 runs are left.');
  expect(sayLeft({ runsLeft: 1200, runsASecond: 20 })).toBe('1,200 runs are left: about 60 s as it goes now.');
  expect([99, 600, 9000].map(sayLength)).toEqual(['99 s', '10 min', '2.5 h']);
});
