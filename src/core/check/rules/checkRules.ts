import type { RuleCondition } from '../../compile/cueProgram';
import type { LevelProgram } from '../../compile/levelProgram';
import type { Diagnostic } from '../../foundation/diagnostic';
import { warnInCues, spanOfCue, type Subject } from '../subject';
import { supplyOf, type Supply } from './supply';
import { errandKinds, whyNever } from './whyNever';

/** Rules and cues that wait for what can never be, and points that nothing gives. */
export function checkRules(subject: Subject): Diagnostic[] {
  const supply = supplyOf(subject.program);
  return [
    ...findHopelessRules(subject, supply),
    ...findHopelessCues(subject, supply),
    ...findHopelessScores(subject, supply),
  ];
}

function findHopelessRules(subject: Subject, supply: Supply): Diagnostic[] {
  const { program, cues, level } = subject;
  const { rules, exit } = program;
  const reasons = rules.wins.map(
    (condition) => whyNever(program, supply, condition) ?? whyLostFirst(condition, rules.loses),
  );
  const isHopeless = !exit && reasons.length > 0 && reasons.every((reason) => reason !== undefined);
  const wins = reasons.flatMap((reason, index) =>
    reason === undefined
      ? []
      : [
          warnInCues(
            subject,
            cues?.rules?.wins[index].span,
            'never-won',
            `This rule can never come true: ${reason}.${isHopeless ? ` Nothing else wins ${level.name}.` : ''}`,
            'Let it ask for what there is, or bring in what is missing.',
          ),
        ],
  );
  const loses = rules.loses.flatMap((condition, index) => {
    const reason = whyNever(program, supply, condition);
    return reason === undefined
      ? []
      : [
          warnInCues(
            subject,
            cues?.rules?.loses[index].span,
            'never-lost',
            `This rule can never come true: ${reason}.`,
            'Let it ask for what there is, or remove it.',
          ),
        ];
  });
  return [...wins, ...loses];
}

/** Why a win is lost in the moment in which it comes true; undefined where it is not. */
function whyLostFirst(win: RuleCondition, loses: readonly RuleCondition[]): string | undefined {
  const losing = new Set(loses.map((condition) => JSON.stringify(condition)));
  const isLost = (condition: RuleCondition): boolean => {
    if (losing.has(JSON.stringify(condition))) return true;
    if (condition.type === 'and') return condition.parts.some(isLost);
    return condition.type === 'or' && condition.parts.every(isLost);
  };
  return isLost(win) ? 'a rule loses in the same moment, and losing comes first' : undefined;
}

function findHopelessCues(subject: Subject, supply: Supply): Diagnostic[] {
  const { program } = subject;
  return program.cues.flatMap((cue, index) => {
    const open: RuleCondition | undefined = cue.open;
    // That it waits for itself is said by itself.
    const reason = open && !waitsFor(open, index) ? whyNever(program, supply, open) : undefined;
    return reason === undefined
      ? []
      : [
          warnInCues(
            subject,
            spanOfCue(subject, index),
            'never-opens',
            `${cue.name} never opens: ${reason}.`,
            'Let it wait for what can be, or leave `open when …` out.',
          ),
        ];
  });
}

function waitsFor(condition: RuleCondition, cue: number): boolean {
  if (condition.type === 'and') return condition.parts.some((part) => waitsFor(part, cue));
  return condition.type === 'cleared' && condition.cue === cue;
}

interface HopelessScore {
  rule: number;
  type: 'defeated' | 'collected' | 'filled';
  /** Those that are there, and to which nothing does it. */
  kinds: number[];
}

/** Points for what nobody can do. */
function hopelessScores(program: LevelProgram, { most, canBeDefeated }: Supply): HopelessScore[] {
  const takes = new Set(errandKinds(program, 'collect'));
  const fills = new Set(errandKinds(program, 'fill'));
  return program.rules.scores.flatMap(({ event }, rule) => {
    if (event.type !== 'defeated' && event.type !== 'collected' && event.type !== 'filled') return [];
    const can = (kind: number) =>
      event.type === 'defeated' ? canBeDefeated[kind] : (event.type === 'collected' ? takes : fills).has(kind);
    if (event.kinds.some((kind) => most[kind] > 0 && can(kind))) return [];
    return [{ rule, type: event.type, kinds: event.kinds.filter((kind) => most[kind] > 0) }];
  });
}

/** Kinds of which a rule already says that a contact with them is missing. */
export function kindsToldByRules(program: LevelProgram): ReadonlySet<number> {
  return new Set(hopelessScores(program, supplyOf(program)).flatMap(({ kinds }) => kinds));
}

function findHopelessScores(subject: Subject, supply: Supply): Diagnostic[] {
  const { program, cues } = subject;
  return hopelessScores(program, supply).map(({ rule, type, kinds }) => {
    const names = kinds.map((kind) => program.kinds[kind].name);
    const verb = { defeated: 'defeats', collected: 'collects', filled: 'fills' }[type];
    return warnInCues(
      subject,
      cues?.rules?.scores[rule].span,
      'never-scored',
      names.length === 0
        ? 'These points never come: nothing with this tag is ever there.'
        : `These points never come: nothing ${verb} ${names.join(' or ')}.`,
      type === 'defeated'
        ? 'Add a contact that defeats it, or score something else.'
        : `Let the player ${type === 'collected' ? 'collect' : 'fill'} it on contact, or score something else.`,
    );
  });
}
