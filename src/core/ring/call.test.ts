/** Calls: the ways that they go, and what holds whatever happens in whatever order. */
import fc from 'fast-check'
import {
  canAgain,
  mostRounds,
  mostSecondsOf,
  newCall,
  step,
  type CallState,
  type Command,
  type Plan,
  type Told,
} from './call'

const phone = (id: string, isOpen = true) => ({ id, number: `+44${id}`, seconds: 20, isOpen })
const plan: Plan = {
  phones: [phone('1'), phone('2'), phone('3')],
  number: '+447700900318',
  isAnnounced: true,
  messageSeconds: 60,
}
const leg = (is: 'answered' | 'busy' | 'unanswered' | 'ended' | 'played' | 'recorded', of: string): Told => ({
  is,
  leg: of,
})
const key = (of: string, pressed: string): Told => ({ is: 'pressed', leg: of, key: pressed })
const due: Told = { is: 'due' }

/** As `ring p0, hangUp p0`. */
const inWords = (commands: readonly Command[]) =>
  commands
    .map((one) => (one.do === 'play' ? `play ${one.what} ${one.leg}` : `${one.do} ${one.leg}`))
    .join(', ')

function run(all: readonly Told[], of: Plan = plan): { state: CallState; said: string[] } {
  let state = newCall
  const said: string[] = []
  for (const told of all) {
    const done = step(state, told, of)
    state = done.state
    said.push(inWords(done.commands))
  }
  return { state, said }
}

test.each<[string, Told[], Partial<Plan>, string[], CallState['end']]>([
  [
    'the first picks up, hears who it is and takes it',
    [
      due,
      leg('answered', 'p0'),
      key('p0', '1'),
      leg('answered', 'v0'),
      leg('played', 'v0'),
      leg('ended', 'v0'),
    ],
    {},
    ['ring p0', 'play who p0', 'ring v0', 'play hello v0', 'join v0', 'hangUp p0'],
    'talked',
  ],
  [
    'without being told who it is, the visitor is rung at once',
    [due, leg('answered', 'p0'), leg('answered', 'v0')],
    { isAnnounced: false },
    ['ring p0', 'ring v0', 'play hello v0'],
    null,
  ],
  [
    'one is talking, one does not answer, the third takes it',
    [due, leg('busy', 'p0'), leg('unanswered', 'p1'), leg('answered', 'p2'), key('p2', '1')],
    {},
    ['ring p0', 'ring p1', 'ring p2', 'play who p2', 'ring v0'],
    null,
  ],
  [
    'whoever picks up sends it to the message box',
    [
      due,
      leg('answered', 'p0'),
      key('p0', '2'),
      leg('answered', 'v0'),
      leg('played', 'v0'),
      leg('recorded', 'v0'),
    ],
    {},
    ['ring p0', 'play who p0', 'hangUp p0, ring v0', 'play greeting v0', 'record v0', 'hangUp v0'],
    'message',
  ],
  [
    'a machine that picks up presses nothing, and the next one is tried',
    [due, leg('answered', 'p0'), leg('played', 'p0')],
    {},
    ['ring p0', 'play who p0', 'hangUp p0, ring p1'],
    null,
  ],
  [
    'nobody there: a message is taken',
    [due, leg('busy', 'p0'), leg('busy', 'p1'), leg('busy', 'p2'), leg('answered', 'v0')],
    {},
    ['ring p0', 'ring p1', 'ring p2', 'ring v0', 'play greeting v0'],
    null,
  ],
  [
    'telephones outside their hours are not rung',
    [due, leg('unanswered', 'p1')],
    { phones: [phone('1', false), phone('2'), phone('3', false)] },
    ['ring p1', 'ring v0'],
    null,
  ],
  [
    'the visitor does not answer, and whoever waits is let go',
    [due, leg('answered', 'p0'), key('p0', '1'), leg('unanswered', 'v0')],
    {},
    ['ring p0', 'play who p0', 'ring v0', 'hangUp p0'],
    'unanswered',
  ],
  [
    'whoever took it hangs up before the visitor answers: a message is taken',
    [due, leg('answered', 'p0'), key('p0', '1'), leg('ended', 'p0'), leg('answered', 'v0')],
    {},
    ['ring p0', 'play who p0', 'ring v0', '', 'play greeting v0'],
    null,
  ],
  [
    'somebody else’s number was left: one key ends it for good',
    [due, leg('answered', 'p0'), key('p0', '1'), leg('answered', 'v0'), key('v0', '9')],
    {},
    ['ring p0', 'play who p0', 'ring v0', 'play hello v0', 'hangUp p0, hangUp v0'],
    'unwanted',
  ],
  [
    'not ringing after all lets go of what rings',
    [due, { is: 'stop' }],
    {},
    ['ring p0', 'hangUp p0'],
    'stopped',
  ],
  [
    'an exchange that says nothing more is waited for and then given up',
    [due, { is: 'late' }, { is: 'late' }, { is: 'late' }, { is: 'late' }],
    {},
    ['ring p0', 'hangUp p0, ring p1', 'hangUp p1, ring p2', 'hangUp p2, ring v0', 'hangUp v0'],
    'unanswered',
  ],
  [
    'what comes twice, or late, changes nothing',
    [due, due, leg('busy', 'p0'), leg('busy', 'p0'), leg('answered', 'p0')],
    {},
    ['ring p0', '', 'ring p1', '', ''],
    null,
  ],
])('%s', (_name, all, more, said, end) => {
  const done = run(all, { ...plan, ...more })
  expect(done.said).toEqual(said)
  expect(done.state.end).toBe(end)
})

test('a message can be said again, a few times', () => {
  let { state } = run([due, ...plan.phones.map((_one, at) => leg('busy', `p${at}`)), leg('answered', 'v0')])
  state = step(step(state, leg('played', 'v0'), plan).state, leg('recorded', 'v0'), plan).state
  for (let round = 1; round < mostRounds; round += 1) {
    expect(canAgain(state)).toBe(true)
    const again = step(state, { is: 'again' }, plan)
    expect(inWords(again.commands)).toBe(`ring v${round}`)
    state = step(again.state, leg('unanswered', `v${round}`), plan).state
  }
  expect(step(state, { is: 'again' }, plan)).toEqual({ state, commands: [] })
})

const legs = ['p0', 'p1', 'p2', 'v0', 'v1', 'v2']
const anything: fc.Arbitrary<Told> = fc.oneof(
  fc.record({ is: fc.constantFrom('due', 'stop', 'again', 'late') }),
  fc.record({
    is: fc.constantFrom('answered', 'busy', 'unanswered', 'ended', 'played', 'recorded'),
    leg: fc.constantFrom(...legs),
  }),
  fc.record({
    is: fc.constant('pressed' as const),
    leg: fc.constantFrom(...legs),
    key: fc.constantFrom('1', '2', '9', '0'),
  }),
) as fc.Arbitrary<Told>
const anyPlan = fc.record({
  phones: fc
    .array(fc.boolean(), { maxLength: 3 })
    .map((open) => open.map((one, at) => phone(String(at), one))),
  number: fc.constant('+447700900318'),
  isAnnounced: fc.boolean(),
  messageSeconds: fc.constant(60),
})

test('whatever happens: one telephone of theirs at a time, none left on the line, and nobody is told what is not there', () => {
  fc.assert(
    fc.property(anyPlan, fc.array(anything, { maxLength: 40 }), (of, all) => {
      let state = newCall
      const up = new Set<string>()
      for (const told of all) {
        if ('leg' in told && ['busy', 'unanswered', 'ended'].includes(told.is)) up.delete(told.leg)
        const done = step(state, told, of)
        for (const command of done.commands) {
          if (command.do === 'ring') {
            expect(up.has(command.leg)).toBe(false)
            up.add(command.leg)
          } else expect(up.has(command.leg)).toBe(true)
          if (command.do === 'join') expect(up.has(command.with)).toBe(true)
          if (command.do === 'hangUp') up.delete(command.leg)
          expect([...up].filter((one) => one.startsWith('p')).length).toBeLessThanOrEqual(1)
        }
        state = done.state
        expect([...up].sort()).toEqual([...state.up].sort())
        expect(state.at === 'over').toBe(state.end !== null)
        expect(mostSecondsOf(state, of)).toBeGreaterThan(0)
        const hasRung = done.commands.some((one) => one.do === 'ring' && one.leg === 'v0')
        if (hasRung && !state.isForBox) expect(state.tries.at(-1)?.is).toBe('took')
      }
    }),
    { numRuns: 2_000 },
  )
})

test('waiting long enough always ends it', () => {
  fc.assert(
    fc.property(anyPlan, fc.array(anything, { maxLength: 20 }), (of, all) => {
      let state = step(newCall, due, of).state
      for (const told of all) state = step(state, told, of).state
      for (let at = 0; at < 8; at += 1) state = step(state, { is: 'late' }, of).state
      expect(state.at).toBe('over')
    }),
  )
})
