import { describe, expect, test } from '@jest/globals';
import { checkArmList, controlArms, MOST_ARMS, nameArm, settingOf, type Arm } from './arms';
import { overridesByName } from './overrides';

const arm = (standInId: string, pace?: number, levelId = 'hall'): Arm => ({
  standInId,
  levelId,
  overrides: { knobs: pace === undefined ? [] : [{ kind: 'warden', knob: 'pace', value: pace }] },
});

describe('arms', () => {
  test('are named by who plays and by what is set otherwise, with the level where there are several', () => {
    expect(nameArm(arm('casual'))).toBe('casual');
    expect(nameArm(arm('casual', 3))).toBe('casual, warden.pace=3');
    const clock = { knobs: [], numbers: [{ name: 'clock', value: 40 }], from: { wave: 3 } };
    expect(nameArm({ ...arm('expert'), overrides: clock })).toBe('expert, clock=40, from wave 3');
    const arms = [arm('casual'), arm('casual', undefined, 'loft')];
    expect(arms.map((own) => nameArm(own, arms))).toEqual(['hall, casual', 'loft, casual']);
    expect(overridesByName({ ...clock, ...arm('casual', 2).overrides })).toEqual({ 'warden.pace': 2, clock: 40 });
  });

  test('share controls where they share the setting', () => {
    const controls = controlArms([arm('casual'), arm('expert'), arm('casual', 3)]);
    expect(controls.map((own) => nameArm(own))).toEqual([
      'idle',
      'blind',
      'idle, warden.pace=3',
      'blind, warden.pace=3',
    ]);
    expect(settingOf(arm('casual'))).toBe(settingOf(arm('expert')));
  });

  test('are refused where there are none, too many, or one twice', () => {
    const codes = (arms: Arm[]) => checkArmList(arms).map(({ code, where }) => [code, ...where.path]);
    expect(codes([])).toEqual([['no-arms']]);
    expect(codes(Array.from({ length: MOST_ARMS }, (_, index) => arm('casual', index)))).toEqual([]);
    expect(codes(Array.from({ length: 10_000 }, (_, index) => arm('casual', index)))).toEqual([['too-many-arms']]);
    expect(codes([arm('casual'), arm('expert'), arm('casual')])).toEqual([['arm-twice', 2]]);
  });
});
