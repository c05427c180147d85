import { useRef } from 'react';
import { applyEdits, checkLevelCues, commands, cueNumbers, setCueNumber, type CueNumber } from '@/core/index';
import { useDesk } from '../desk/DeskContext';
import { cueTextOf } from './cueSource';

/** Turns numbers of cues while a slider or a bar is held; letting go makes one step of undo of it. */
export function useCueTurning(): { turn: (number: CueNumber, value: number) => void; drop: () => void } {
  const { session } = useDesk();
  const held = useRef<string>(undefined);
  const turn = (number: CueNumber, value: number) => {
    const { game, levelId } = session.state;
    const level = commands.levelIn(game, levelId);
    // A gesture starts from the text as it was, and so do its edits.
    held.current ??= cueTextOf(level);
    const start = held.current;
    session.preview(`Set ${number.what} of ${number.cue}`, (draft) => {
      const place = cueNumbers(start, checkLevelCues(game, { ...level, cues: start.split('\n') })!.checked!).find(
        (candidate) => candidate.cue === number.cue && candidate.what === number.what,
      );
      if (place) commands.setCues(draft, levelId, applyEdits(start, setCueNumber(place, value)));
    });
  };
  const drop = () => {
    held.current = undefined;
    session.finishGesture('Set a cue');
  };
  return { turn, drop };
}
