import { describe, expect, test } from '@jest/globals';
import { kilnYard } from '../../../../tests/support/kilnYard';
import { RandomStream } from '../../foundation/random';
import { checkScript } from '../check/checkScript';
import { readScxml, writeScxml } from './scxml';

const WHOLE = `# all that a chart has no word for
behavior "x" {`.replace('"x"', 'whole').concat(`
  knob pace = 2 cells/s in 0..6  # tempo & "more" <here>
  keep scares = 0
  start state a {
    do hover route, over 3 s
    be out
    face player
    enter { shout clatter within 5 cells; set scares = scares + 1 }
    leave { set scares = 0 }
    repeat every 1 s { face back }
    go either b 3, a 1 when scares > 2 and not sees player within 6 cells { forget sighting }
    go b after 4 s
  }
  state b { do chase player by path at pace go a when unseen for 2 s }
}
`);

const bare = (text: string) =>
  JSON.stringify(checkScript(text, []).behavior, (key, value: unknown) => (key === 'span' ? undefined : value));

describe('state charts', () => {
  test('of every behavior of the demo come back to the byte', () => {
    for (const text of [WHOLE, ...kilnYard().scripts.map((script) => script.lines.join('\n'))]) {
      const written = writeScxml(text);
      const read = written.ok ? readScxml(written.value) : written;
      expect(read).toEqual({ ok: true, value: text });
    }
  });

  test('without the text that came along say the same', () => {
    const written = writeScxml(WHOLE);
    if (!written.ok) throw new Error('not written');
    const read = readScxml(written.value.replace(/<gorge:script [^>]*>/, ''));
    expect(read.ok && bare(read.value)).toBe(bare(WHOLE));
  });

  test('that were changed elsewhere are read as they now are', () => {
    const written = writeScxml(WHOLE);
    if (!written.ok) throw new Error('not written');
    const read = readScxml(written.value.replace('cond="after 4 s"', 'cond="after 7 s"'));
    expect(read.ok && read.value).toContain('go b after 7 s');
  });

  test('of others become behaviors whose events are sounds', () => {
    const read = readScxml(`<scxml xmlns="http://www.w3.org/2005/07/scxml" version="1.0" initial="calm">
      <datamodel><data id="count" expr="3"/></datamodel>
      <state id="calm"><transition event="alarm" target="awake"><assign location="count" expr="count + 1"/></transition></state>
      <state id="awake"><onentry><raise event="answer"/></onentry></state></scxml>`);
    if (!read.ok) throw new Error(JSON.stringify(read.faults));
    expect(checkScript(read.value, []).behavior?.states.map(({ name }) => name)).toEqual(['calm', 'awake']);
    expect(read.value).toContain('go awake when hears alarm { set count = count + 1 }');
  });

  test.each([
    ['no XML', 'behavior x {', 'scxml-broken'],
    ['another kind of file', '<svg></svg>', 'scxml-missing'],
    ['no states', '<scxml version="1.0"></scxml>', 'scxml-no-states'],
    ['parallel states', '<scxml><parallel id="p"/></scxml>', 'scxml-parallel'],
    ['a name that is none', '<scxml><state id="a b"/></scxml>', 'scxml-name'],
    ['entities', '<!DOCTYPE x [<!ENTITY a "b">]><scxml><state id="a"/></scxml>', 'scxml-entities'],
    ['far too much', `<scxml>${' '.repeat(600_000)}</scxml>`, 'scxml-too-large'],
  ])('with %s are refused with a word', (_, xml, code) => {
    const read = readScxml(xml);
    expect(read.ok ? 'read' : read.faults[0].code).toBe(code);
  });

  test('that are damaged give a behavior or a fault, never an exception', () => {
    const written = writeScxml(WHOLE);
    if (!written.ok) throw new Error('not written');
    for (let seed = 1; seed <= 400; seed++) {
      const random = new RandomStream(seed, 9);
      const at = random.nextInteger(0, written.value.length - 1);
      const xml = written.value.slice(0, at) + '<>&"x'[seed % 5] + written.value.slice(at + random.nextInteger(0, 6));
      const read = readScxml(xml);
      expect([seed, read.ok ? typeof read.value : read.faults[0].message.length > 0]).toEqual([
        seed,
        read.ok ? 'string' : true,
      ]);
    }
  });
});
