/**
 * Every fault that the designer can be told, in the rooms of the documentation: what it means and, of texts, the shortest one that
 * has it. A fault cannot be made with a code that is not here; `docs/faults.md` is written from this table.
 */
export const FAULT_CODES = {
  // script
  'behavior-missing': {
    room: 'script',
    meaning: 'the text of a script holds no behavior',
    example: '# nothing but a remark',
  },
  'behavior-twice': {
    room: 'script',
    meaning: 'a script holds one behavior only',
    example: 'behavior a { start state b { do hold } } behavior c { start state d { do hold } }',
  },
  'brace-open': {
    room: 'script',
    meaning: 'a brace is never closed',
    example: 'behavior a { start state b { do hold }',
  },
  'bracket-open': {
    room: 'script',
    meaning: 'a bracket is never closed',
    example: 'behavior a { start state b { do hold go b when (struck } }',
  },
  'unexpected-text': {
    room: 'script',
    meaning: 'what stands here begins no statement',
    example: 'behavior a { start state b { do hold } wobble }',
  },
  'misplaced-statement': {
    room: 'script',
    meaning: 'a statement that cannot stand here',
    example: 'knob pace = 1 s in 0..2',
  },
  'nested-too-deep': {
    room: 'script',
    meaning: 'brackets, `not` or signs are nested deeper than is read',
    example:
      'behavior a { start state b { do hold go b when (((((((((((((((((((((((((((((((((((((((((((((struck))))))))))))))))))))))))))))))))))))))))))))) } }',
  },
  'text-too-long': { room: 'script', meaning: 'a text has more words, numbers and signs than are read' },
  'value-too-long': { room: 'script', meaning: 'more values are joined than are read' },
  'too-many-faults': { room: 'script', meaning: 'there are more faults in a text than are told one by one' },
  'name-missing': {
    room: 'script',
    meaning: 'a name is missing',
    example: 'behavior a { start state b { do hold enter { shout } } }',
  },
  'state-missing': { room: 'script', meaning: 'the behavior has no states', example: 'behavior a { }' },
  'state-name-missing': {
    room: 'script',
    meaning: '`go` does not say where to',
    example: 'behavior a { start state b { do hold go 3 when struck } }',
  },
  'state-twice': {
    room: 'script',
    meaning: 'two states have one name',
    example: 'behavior a { start state b { do hold } state b { do hold } }',
  },
  'start-missing': {
    room: 'script',
    meaning: 'no state is marked as the start',
    example: 'behavior a { state b { do hold } }',
  },
  'start-twice': {
    room: 'script',
    meaning: 'two states are marked as the start',
    example: 'behavior a { start state b { do hold go c after 1 s } start state c { do hold go b after 1 s } }',
  },
  'motion-missing': {
    room: 'script',
    meaning: 'a state has no motion, or none that is known behind `do`',
    example: 'behavior a { start state b { } }',
  },
  'motion-twice': {
    room: 'script',
    meaning: 'a state has two motions',
    example: 'behavior a { start state b { do hold do hold } }',
  },
  'facing-twice': {
    room: 'script',
    meaning: 'a state faces in two ways',
    example: 'behavior a { start state b { do hold face player face back } }',
  },
  'facing-missing': { room: 'script', meaning: 'nothing stands where a facing must' },
  'presence-twice': {
    room: 'script',
    meaning: 'a state is both in and out',
    example: 'behavior a { start state b { do hold be in be out } }',
  },
  'unknown-presence': {
    room: 'script',
    meaning: 'neither `be in` nor `be out`',
    example: 'behavior a { start state b { do hold be there } }',
  },
  'acts-twice': {
    room: 'script',
    meaning: 'acts for one moment stand twice',
    example: 'behavior a { start state b { do hold enter { vanish } enter { vanish } } }',
  },
  'act-missing': { room: 'script', meaning: 'nothing stands where an act must' },
  'unknown-act': {
    room: 'script',
    meaning: 'no act that is known',
    example: 'behavior a { start state b { do hold enter { tell rumours } } }',
  },
  'unknown-motion': {
    room: 'script',
    meaning: 'no motion that is known',
    example: 'behavior a { start state b { do wobble } }',
  },
  'unknown-facing': { room: 'script', meaning: 'no facing that is known' },
  'unknown-condition': {
    room: 'script',
    meaning: 'no condition that is known',
    example: 'behavior a { start state b { do hold go b when wobble } }',
  },
  'condition-missing': {
    room: 'script',
    meaning: 'nothing stands where a condition must',
    example: 'behavior a { start state b { do hold go b when } }',
  },
  'when-missing': {
    room: 'script',
    meaning: 'a `go` does not say when',
    example: 'behavior a { start state b { do hold go b } }',
  },
  'comparison-missing': {
    room: 'script',
    meaning: 'a number is compared with nothing',
    example: 'behavior a { start state b { do hold go b when here + 1 s } }',
  },
  'value-missing': {
    room: 'script',
    meaning: 'a value is missing',
    example: 'behavior a { start state b { do hold go b after } }',
  },
  'units-do-not-fit': {
    room: 'script',
    meaning: 'two values that measure different things are joined or compared',
    example: 'behavior a { start state b { do hold go b when here > 2 cells } }',
  },
  'wrong-unit': {
    room: 'script',
    meaning: 'a value measures something else than is wanted here',
    example: 'behavior a { start state b { do hold go b after 2 cells } }',
  },
  'unknown-unit': {
    room: 'script',
    meaning: 'a unit that is not known by this name',
    example: 'behavior a { start state b { do hold go b after 2 seconds } }',
  },
  'must-be-fixed': {
    room: 'script',
    meaning: 'a number that may not change during a run is made of one that does',
    example: 'behavior a { keep n = 2 cells start state b { do hold go b when near player within n } }',
  },
  'value-out-of-range': { room: 'script', meaning: 'a number comes to more or less than its word allows' },
  'clause-missing': {
    room: 'script',
    meaning: 'a clause that must be written is not there',
    example: 'behavior a { start state b { do hold go b when near player } }',
  },
  'clause-twice': {
    room: 'script',
    meaning: 'a clause stands twice',
    example: 'behavior a { start state b { do patrol route at 1 cells/s at 2 cells/s } }',
  },
  'unknown-clause': {
    room: 'script',
    meaning: 'no clause of this word',
    example: 'behavior a { start state b { do patrol route, sideways } }',
  },
  'unknown-target': {
    room: 'script',
    meaning: 'nobody that a piece can see, chase or the like',
    example: 'behavior a { start state b { do hold go b when sees nobody within 2 cells } }',
  },
  'unknown-state': {
    room: 'script',
    meaning: 'there is no such state',
    example: 'behavior a { start state b { do hold go elsewhere after 1 s } }',
  },
  'unknown-knob': {
    room: 'script',
    meaning: 'there is no such knob, number kept or reading',
    example: 'behavior a { start state b { do hold go b after nerve } }',
  },
  'unknown-memory': {
    room: 'script',
    meaning: 'nothing of this name is kept',
    example: 'behavior a { start state b { do hold enter { set scares = 1 } } }',
  },
  'knob-form': {
    room: 'script',
    meaning: 'a knob lacks its name or default',
    example: 'behavior a { knob start state b { do hold } }',
  },
  'knob-range-missing': {
    room: 'script',
    meaning: 'a knob has no range',
    example: 'behavior a { knob n = 1 s start state b { do hold go b after n } }',
  },
  'knob-range-empty': {
    room: 'script',
    meaning: 'the range of a knob ends before it begins',
    example: 'behavior a { knob n = 1 s in 3..2 start state b { do hold go b after n } }',
  },
  'knob-default-outside': {
    room: 'script',
    meaning: 'the default of a knob lies outside its range',
    example: 'behavior a { knob n = 9 s in 1..2 start state b { do hold go b after n } }',
  },
  'knob-units-differ': {
    room: 'script',
    meaning: 'the range of a knob is in another unit than its default',
    example: 'behavior a { knob n = 1 s in 1 cells..2 cells start state b { do hold go b after n } }',
  },
  'knob-twice': {
    room: 'script',
    meaning: 'two knobs have one name',
    example: 'behavior a { knob n = 1 s in 0..2 knob n = 1 s in 0..2 start state b { do hold go b after n } }',
  },
  'knob-unread': {
    room: 'script',
    meaning: 'nothing reads a knob',
    example: 'behavior a { knob n = 1 s in 0..2 start state b { do hold } }',
  },
  'memory-form': { room: 'script', meaning: '`keep` lacks its name or first value' },
  'memory-twice': {
    room: 'script',
    meaning: 'something of this name is there already',
    example: 'behavior a { keep n = 1 keep n = 2 start state b { do hold go b when n > 1 } }',
  },
  'memory-unread': {
    room: 'script',
    meaning: 'nothing reads a number that is kept',
    example: 'behavior a { keep n = 1 start state b { do hold } }',
  },
  'set-form': {
    room: 'script',
    meaning: '`set` lacks its value',
    example: 'behavior a { keep n = 1 start state b { do hold enter { set n } go b when n > 1 } }',
  },
  'repeat-form': {
    room: 'script',
    meaning: 'a `repeat` lacks its time or its braces',
    example: 'behavior a { start state b { do hold repeat 1 s { vanish } } }',
  },
  'use-twice': { room: 'script', meaning: 'a behavior takes over two others' },
  'use-form': { room: 'script', meaning: '`with` lacks knobs and their values' },
  'behavior-broken': { room: 'script', meaning: 'the behavior that is taken over has errors itself' },
  'use-circle': { room: 'script', meaning: 'behaviors take over each other in a ring' },
  'never-left': {
    room: 'script',
    meaning: 'a state that chases or travels is never left',
    example:
      'behavior a { start state b { do hold go c when sees player within 5 cells } state c { do chase player by path at 2 cells/s } }',
  },
  'never-reached': {
    room: 'script',
    meaning: 'no transition leads to a state',
    example: 'behavior a { start state b { do hold } state c { do hold go b after 1 s } }',
  },
  'always-holds': {
    room: 'script',
    meaning: 'a condition holds always, whatever happens',
    example: 'behavior a { start state b { do hold go b when struck or not struck } }',
  },
  'never-holds': {
    room: 'script',
    meaning: 'a condition holds always or never, whatever happens',
    example: 'behavior a { start state b { do hold go b when struck and not struck } }',
  },
  'never-sees': {
    room: 'script',
    meaning: 'what a state does needs a sighting, and the behavior never looks',
    example: 'behavior a { start state b { do chase player by path at 2 cells/s go b after 1 s } }',
  },
  'inverted-or': {
    room: 'script',
    meaning: '`not … or not …` holds nearly always',
    example: 'behavior a { start state b { do hold go b when not struck or not arrived } }',
  },
  shadowed: {
    room: 'script',
    meaning: 'a transition above has the same condition and comes first',
    example:
      'behavior a { start state b { do hold go c when struck go c when struck } state c { do hold go b after 1 s } }',
  },
  'table-form': { room: 'script', meaning: 'a table of the course has another form' },
  'table-changes': { room: 'script', meaning: 'a table of the course holds a value that changes during a run' },
  // cues
  'block-missing': { room: 'cues', meaning: 'a cue or a wave has no braces', example: 'spawner s' },
  'block-unexpected': { room: 'cues', meaning: 'a line takes no braces', example: 'spawner s { at edge { } }' },
  'cue-twice': {
    room: 'cues',
    meaning: 'two cues have one name',
    example: 'spawner s { at edge; every 1 s; pick imp }\nspawner s { at edge; every 1 s; pick imp }',
  },
  'rules-twice': { room: 'cues', meaning: 'a level has one `rules`', example: 'rules { lives 2 }\nrules { lives 3 }' },
  'unknown-line': { room: 'cues', meaning: 'a word that begins no line here', example: 'spawner s { wobble }' },
  'line-twice': {
    room: 'cues',
    meaning: 'a line that stands once stands twice',
    example: 'spawner s { at edge; at edge; every 1 s; pick imp }',
  },
  'at-missing': {
    room: 'cues',
    meaning: 'a cue does not say where something comes in',
    example: 'spawner s { every 1 s; pick imp }',
  },
  'every-missing': {
    room: 'cues',
    meaning: 'a spawner does not say how often something comes',
    example: 'spawner s { at edge; pick imp }',
  },
  'pick-missing': {
    room: 'cues',
    meaning: 'a spawner does not say what comes',
    example: 'spawner s { at edge; every 1 s }',
  },
  'wave-missing': { room: 'cues', meaning: 'there is no wave', example: 'waves w { at edge; next when cleared }' },
  'unit-missing': {
    room: 'cues',
    meaning: 'a number has no unit where one is wanted',
    example: 'spawner s { at edge; every 2; pick imp }',
  },
  'word-missing': { room: 'cues', meaning: 'a word is missing', example: 'rules { win when no foe }' },
  'unexpected-word': { room: 'cues', meaning: 'a word too many stands here', example: 'rules { lives 3 cats }' },
  'count-missing': { room: 'cues', meaning: 'a whole number is missing', example: 'rules { lives many }' },
  'number-missing': {
    room: 'script',
    meaning: 'a number is missing',
    example: 'behavior a { knob n = x in 0..2 start state b { do hold } }',
  },
  'value-changes': {
    room: 'cues',
    meaning: 'a value that must be known before a run would change during it',
    example: 'spawner s { at edge; every clock; pick imp }',
  },
  'unknown-kind': {
    room: 'cues',
    meaning: 'there is no such kind',
    example: 'spawner s { at edge; every 1 s; pick ghost }',
  },
  'unknown-tag': { room: 'cues', meaning: 'there is no such tag', example: 'rules { win when no ghost left }' },
  'unknown-mark': {
    room: 'cues',
    meaning: 'there is no such mark',
    example: 'spawner s { at nowhere; every 1 s; pick imp }',
  },
  'unknown-ground': {
    room: 'cues',
    meaning: 'there is no such ground',
    example: 'spawner s { at edge; on lava; every 1 s; pick imp }',
  },
  'unknown-cue': { room: 'cues', meaning: 'there is no such cue', example: 'rules { win when tide cleared }' },
  'pick-unused': { room: 'cues', meaning: 'kinds are picked where `gap` says what comes' },
  'weights-empty': {
    room: 'cues',
    meaning: 'all weights are 0',
    example: 'spawner s { at edge; every 1 s; pick imp 0 }',
  },
  'growth-form': {
    room: 'cues',
    meaning: 'a repeat does not say how much bigger',
    example: 'waves w { at edge; wave 1 { 1 imp }; repeat wave 1 growing; next when cleared }',
  },
  'growth-uncapped': {
    room: 'cues',
    meaning: 'waves grow with every repeat and nothing stops them',
    example: 'waves w { at edge; wave 1 { 1 imp }; repeat wave 1 growing 2x; next when cleared }',
  },
  'next-form': {
    room: 'cues',
    meaning: 'it is not said when the next wave begins',
    example: 'waves w { at edge; wave 1 { 1 imp }; next }',
  },
  'score-form': { room: 'cues', meaning: 'it is not said what the points are for', example: 'rules { score 5 }' },
  'wave-empty': {
    room: 'cues',
    meaning: 'nothing comes in a wave',
    example: 'waves w { at edge; wave 1 { }; next when cleared }',
  },
  'wave-order': {
    room: 'cues',
    meaning: 'waves are not numbered in their order',
    example: 'waves w { at edge; wave 2 { 1 imp }; next when cleared }',
  },
  'wave-unknown': {
    room: 'cues',
    meaning: 'a repeat names a wave that there is not',
    example: 'waves w { at edge; wave 1 { 1 imp }; repeat wave 5; next when cleared }',
  },
  // document
  'file-too-large': { room: 'document', meaning: 'a file is larger than is read' },
  'json-broken': { room: 'document', meaning: 'a file is no JSON' },
  'not-a-game': { room: 'document', meaning: 'a file is no game document' },
  'version-too-new': { room: 'document', meaning: 'a document of a newer format' },
  'version-unknown': { room: 'document', meaning: 'a format version that there never was' },
  'wrong-shape': { room: 'document', meaning: 'a field holds something else than it may' },
  'unknown-field': { room: 'document', meaning: 'a field that the format does not know' },
  'id-twice': { room: 'document', meaning: 'two things have one id' },
  'glyph-twice': { room: 'document', meaning: 'one sign of maps stands for two grounds' },
  'unknown-glyph': { room: 'document', meaning: 'a sign of a map that stands for no ground' },
  'unknown-behavior': { room: 'document', meaning: 'a kind or a behavior names a behavior that there is not' },
  'unknown-level': { room: 'document', meaning: 'there is no such level' },
  'unknown-piece': { room: 'document', meaning: 'there is no such piece' },
  'variant-cycle': { room: 'document', meaning: 'kinds vary each other in a ring' },
  'standin-name-taken': { room: 'document', meaning: 'a stand-in of the game has the id of one that is always there' },
  'erosion-incomplete': { room: 'document', meaning: 'ground wears away into nothing, or turns without a strength' },
  'knob-out-of-range': { room: 'document', meaning: 'a value of a knob lies outside its range' },
  'course-endless': { room: 'document', meaning: 'however levels are won, the course never ends' },
  'level-unreached': { room: 'document', meaning: 'nothing leads to a level' },
  'link-shadowed': {
    room: 'document',
    meaning: 'a way on in the course is never taken: one above it always fits first',
  },
  'map-empty': { room: 'document', meaning: 'a map has no cells' },
  'map-ragged': { room: 'document', meaning: 'rows of a map differ in length' },
  'map-too-large': { room: 'document', meaning: 'a text is too large for a map' },
  // other files
  'picture-type': { room: 'other files', meaning: 'neither a PNG nor a JPEG picture' },
  'picture-broken': { room: 'other files', meaning: 'a picture cannot be read' },
  'picture-too-large': { room: 'other files', meaning: 'a picture is larger than is read' },
  'picture-no-grid': { room: 'other files', meaning: 'no cells can be told apart in a picture' },
  'picture-grid-too-large': { room: 'other files', meaning: 'a picture gives more cells than a level has' },
  'scxml-broken': { room: 'other files', meaning: 'a chart is no well-formed XML' },
  'scxml-entities': { room: 'other files', meaning: 'a chart declares entities' },
  'scxml-name': { room: 'other files', meaning: 'a state of a chart has no name that the language can write' },
  'scxml-no-behavior': { room: 'other files', meaning: 'a chart has no behavior inside' },
  'scxml-missing': { room: 'other files', meaning: 'a chart lacks something that it must have' },
  'scxml-too-many': { room: 'other files', meaning: 'a chart has more states than are read' },
  'scxml-no-states': { room: 'other files', meaning: 'a chart has no states' },
  'scxml-parallel': { room: 'other files', meaning: 'a chart has parallel states' },
  'scxml-too-large': { room: 'other files', meaning: 'a chart is larger than is read' },
  // runs
  'unknown-start': { room: 'runs', meaning: 'a start of runs that is not known' },
  'no-waves': { room: 'runs', meaning: 'a run cannot begin with a wave where there are none' },
  'proving-ground-missing': { room: 'runs', meaning: 'a game has no ground or no player for the proving ground' },
  'snapshot-broken': { room: 'runs', meaning: 'a kept moment of a run is damaged' },
  'snapshot-of-other-engine': { room: 'runs', meaning: 'a moment was kept by another version of the engine' },
  'snapshot-of-other-level': { room: 'runs', meaning: 'a moment belongs to another level' },
  // ways
  'exit-unreachable': {
    room: 'ways',
    meaning: "no way, row of slides or jump leads to the exit; with the rise that is needed and the jump's own",
  },
  'exit-doubtful': {
    room: 'ways',
    meaning: 'seen from the side: none of the flights that were tried leads to the exit',
  },
  'exit-outside': { room: 'ways', meaning: 'the exit lies outside the level' },
  'exit-tight': {
    room: 'ways',
    meaning: 'two fifths and more of the exit lie in walls, or hardly any of it has room for the middle of the player',
  },
  'goal-unreachable': { room: 'ways', meaning: 'something that the rules want fetched or filled cannot be got at' },
  'place-unreachable': { room: 'ways', meaning: 'a place at which a rule wants the player cannot be got at' },
  'landing-in-wall': {
    room: 'ways',
    meaning: 'a teleport leads into a wall, outside, or on to ground that does not bear',
  },
  'pit-without-way-out': {
    room: 'ways',
    meaning: 'seen from the side: whoever falls in gets out no more, and nothing there ends the life',
  },
  'passage-tight': {
    room: 'ways',
    meaning: 'a passage leaves less than a twentieth of a cell beside the body of the player',
  },
  'time-too-short': {
    room: 'ways',
    meaning: 'the shortest way to the exit, or to what a rule wants, takes longer at full speed than there is time',
  },
  'never-filled': { room: 'ways', meaning: 'a rule waits for goals that nothing fills' },
  'too-few-to-fill': { room: 'ways', meaning: 'fewer things lie about than goals are to be filled' },
  // rules
  'no-win': { room: 'rules', meaning: 'nothing wins the level' },
  'no-exit': { room: 'rules', meaning: 'the mark of the exit is not there' },
  'never-won': {
    room: 'rules',
    meaning:
      'a winning rule can never come true: more points than can come, waves without end, a clock beyond the limit, what nothing takes away',
  },
  'never-lost': { room: 'rules', meaning: 'a losing rule can never come true' },
  'never-opens': { room: 'rules', meaning: 'a cue waits for what can never be' },
  'never-scored': { room: 'rules', meaning: 'points for what nothing defeats, collects or fills' },
  'no-threat': {
    room: 'rules',
    meaning: 'nothing has the tag whose touch ends the run; leave `loseWhenTouching` out where no touch should',
  },
  'ammunition-short': { room: 'rules', meaning: 'more must be hit than there are shots, and nothing refills' },
  'waits-for-itself': { room: 'rules', meaning: 'a cue opens when it has been cleared itself' },
  'wrong-in-a-round': { room: 'rules', meaning: 'a number of a cue makes no sense in a later round of the course' },
  // arrivals
  'arrivals-leave': { room: 'arrivals', meaning: 'what comes in heads out of the level at once' },
  'retires-in-view': {
    room: 'arrivals',
    meaning: 'a gap is taken away in mid-picture, before the player has passed it',
  },
  'gap-out-of-reach': {
    room: 'arrivals',
    meaning: 'from one gap to the next is farther than the player flaps up, falls or goes in the time between them',
  },
  'formation-outside': { room: 'arrivals', meaning: 'some of the rows of a wave begin outside the level' },
  'formation-overlaps': {
    room: 'arrivals',
    meaning: 'rows lie on each other: nearer together than they are long, or of two kinds at one mark',
  },
  'formation-too-wide': { room: 'arrivals', meaning: 'a formation has no room for a step to the side' },
  'formation-never-lands': { room: 'arrivals', meaning: 'a formation comes down by nothing' },
  'never-retired': {
    room: 'arrivals',
    meaning: 'nothing takes away what a spawner lets in, so that at its limit nothing more comes',
  },
  'wave-never-ends': {
    room: 'arrivals',
    meaning: 'nothing takes away what a wave lets in, so that the next one never comes',
  },
  'no-place': { room: 'arrivals', meaning: 'nowhere at its mark is there room for what comes in' },
  'rate-not-positive': { room: 'arrivals', meaning: 'an interval is no longer than nothing' },
  'count-not-positive': { room: 'arrivals', meaning: 'fewer than one would come' },
  'gap-not-positive': {
    room: 'arrivals',
    meaning: 'a gap is no wider than nothing, or its bounds are the wrong way round',
  },
  'jitter-negative': { room: 'arrivals', meaning: 'a jitter is less than nothing' },
  'jitter-too-wide': { room: 'arrivals', meaning: 'a jitter is wider than its interval' },
  'mark-without-area': { room: 'arrivals', meaning: 'a rule wants the player in a mark that has no area' },
  // pieces and kinds
  'no-player': { room: 'pieces and kinds', meaning: 'the level has no player' },
  'player-twice': { room: 'pieces and kinds', meaning: 'the level has more than one player' },
  'piece-outside': { room: 'pieces and kinds', meaning: 'a piece stands outside' },
  'piece-in-wall': { room: 'pieces and kinds', meaning: 'a piece stands in a wall' },
  'piece-on-unsafe-ground': { room: 'pieces and kinds', meaning: 'a player begins on ground that does not bear it' },
  'waypoint-outside': { room: 'pieces and kinds', meaning: 'a waypoint lies outside' },
  'waypoint-in-wall': { room: 'pieces and kinds', meaning: 'a waypoint lies in a wall' },
  'route-missing': { room: 'pieces and kinds', meaning: 'a behavior follows a route that is not there' },
  'route-unused': { room: 'pieces and kinds', meaning: 'a route that no behavior follows' },
  'copies-overlap': { room: 'pieces and kinds', meaning: 'two of a kind lie on each other at the start' },
  'copies-in-step': {
    room: 'pieces and kinds',
    meaning: 'two of a kind follow routes of one form from the same moment, and nothing is drawn by lot',
  },
  'contact-missing': {
    room: 'pieces and kinds',
    meaning:
      'a kind (placed, brought in, thrown, fired or laid down) does nothing to anybody, and nothing happens to it',
  },
  'overlap-at-start': { room: 'pieces and kinds', meaning: 'something that harms lies on the player at the start' },
  'hit-shape-off-centre': { room: 'pieces and kinds', meaning: 'the hit shape lies off the middle of the body' },
  'hit-larger-than-body': {
    room: 'pieces and kinds',
    meaning: 'others meet a kind over more than three times the length of its body',
  },
  'walks-on-air': {
    room: 'pieces and kinds',
    meaning: 'seen from the side: it walks, but does not fall, so there are no ledges to it',
  },
  'speed-implausible': {
    room: 'pieces and kinds',
    meaning:
      'faster than the eye follows (45 cells/s, or across the level in 0.2 s), or so slow that nothing comes of it',
  },
  'diagonals-faster': { room: 'pieces and kinds', meaning: 'diagonals are 41 % faster' },
  'scheme-needs-side-view': {
    room: 'pieces and kinds',
    meaning: 'a scheme of falling in a level that is seen from above',
  },
  'formation-without-march': { room: 'pieces and kinds', meaning: 'a piece belongs to a formation and never marches' },
  'target-missing': { room: 'pieces and kinds', meaning: 'nobody has the tag that a behavior is about' },
  'sound-never-made': { room: 'pieces and kinds', meaning: 'nobody shouts what a behavior listens for' },
  'unknown-straggler-state': { room: 'pieces and kinds', meaning: 'stragglers go into a state that none of them has' },
} as const satisfies Readonly<Record<string, { room: string; meaning: string; example?: string }>>;

export type FaultCode = keyof typeof FAULT_CODES;
