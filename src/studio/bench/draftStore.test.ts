import { describe, expect, jest, test } from '@jest/globals'
import type { DraftShape } from '@/core/api/shapes'
import { ApiProblem } from '../api'
import { DraftStore, type DraftDoor, type Kept, type LabelledPatch } from './draftStore'

/** A store, a server behind it that answers as told, and a clock. */
function begin(
  options: {
    kept?: Kept
    answer?: (revision: number, patches: readonly LabelledPatch[]) => DraftShape | ApiProblem
  } = {},
) {
  jest.useFakeTimers()
  let settings: Record<string, unknown> = { colour: '#111111', size: 1, words: [] }
  let revision = 5
  let now = 0
  const sent: { revision: number; patches: readonly LabelledPatch[] }[] = []
  let kept: Kept | undefined = options.kept
  const door: DraftDoor = {
    async send(seen, patches) {
      sent.push({ revision: seen, patches })
      const told = options.answer?.(seen, patches)
      if (told instanceof ApiProblem) throw told
      for (const patch of patches) settings = { ...settings, [patch.path]: patch.to }
      revision += 1
      return (
        told ?? {
          settings: settings as DraftShape['settings'],
          draftRevision: revision,
          patches: [],
          changes: [],
        }
      )
    },
    keep: (value) => {
      kept = structuredClone(value)
    },
  }
  const store = new DraftStore(
    { settings: settings as never, revision, changes: [], userId: 'me' },
    door,
    () => now,
  )
  if (options.kept) store.adopt(options.kept)
  return {
    store,
    sent,
    kept: () => kept,
    pass: async (ms: number) => {
      now += ms
      await jest.advanceTimersByTimeAsync(ms)
    },
  }
}
const fault = (code: string, status: number, facts = {}) =>
  new ApiProblem({ code, status, title: code, detail: `${code}.`, facts })

describe('the draft on the bench', () => {
  test('a change shows at once and is saved a moment later', async () => {
    const { store, sent, pass } = begin()
    store.set('size', 2, 'Size')
    expect(store.get()).toMatchObject({ settings: { size: 2 }, saving: 'unsaved' })
    await pass(500)
    expect(store.get().saving).toBe('saved')
    expect(sent).toEqual([{ revision: 5, patches: [{ path: 'size', from: 1, to: 2, label: 'Size' }] }])
  })

  test('dragging is one step of undo and one patch', async () => {
    const { store, sent, pass } = begin()
    for (let size = 2; size < 30; size += 1) store.set('size', size, 'Size')
    await pass(500)
    expect(sent).toHaveLength(1)
    store.undo()
    expect(store.get().settings.size).toBe(1)
    expect(store.get().canUndo).toBeUndefined()
    store.redo()
    expect(store.get().settings.size).toBe(29)
  })

  test('undo takes back one leaf and leaves the others', async () => {
    const { store, pass } = begin()
    store.set('size', 2, 'Size')
    store.set('colour', '#222222', 'Colour')
    await pass(500)
    store.undo()
    expect(store.get().settings).toMatchObject({ size: 2, colour: '#111111' })
  })

  test('without a connection it waits, keeps everything, and saves when it is back', async () => {
    let isAway = true
    const { store, sent, kept, pass } = begin({
      answer: () => (isAway ? fault('database_away', 503) : (undefined as never)),
    })
    store.set('size', 2, 'Size')
    await pass(500)
    expect(store.get()).toMatchObject({ saving: 'away', settings: { size: 2 } })
    store.set('size', 3, 'Size')
    expect(kept()?.pending).toMatchObject([{ path: 'size', from: 1, to: 3 }])
    isAway = false
    await pass(2_500)
    expect(store.get()).toMatchObject({ saving: 'saved', settings: { size: 3 } })
    expect(sent.at(-1)?.patches).toMatchObject([{ from: 1, to: 3 }])
  })

  test('what was not saved is there again after a reload, with undo', async () => {
    const { store, pass } = begin({
      kept: {
        user: 'me',
        revision: 5,
        undo: [{ path: 'size', from: 1, to: 4, label: 'Size' }],
        redo: [],
        pending: [
          { path: 'size', from: 1, to: 4, label: 'Size' },
          { path: 'gone', from: 1, to: 2, label: 'Gone' },
        ],
      },
    })
    expect(store.get()).toMatchObject({ settings: { size: 4 }, canUndo: 'Size' })
    await pass(100)
    expect(store.get().saving).toBe('saved')
  })

  test('what was kept goes out with the revision it was made on, and for its own user only', async () => {
    const pending = [{ path: 'size', from: 1, to: 4, label: 'Size' }]
    const mine = begin({ kept: { user: 'me', revision: 3, undo: [], redo: [], pending } })
    await mine.pass(100)
    expect(mine.sent).toEqual([{ revision: 3, patches: pending }])
    const others = begin({ kept: { user: 'somebody', revision: 3, undo: pending, redo: [], pending } })
    await others.pass(100)
    expect([others.sent, others.store.get().settings.size, others.store.get().canUndo]).toEqual([
      [],
      1,
      undefined,
    ])
  })

  const theirs = (path: string, to: unknown, revision = 6) => ({
    settings: { colour: '#111111', size: 1, words: [], [path]: to } as unknown as DraftShape['settings'],
    draftRevision: revision,
    changes: [],
    patches: [
      {
        path,
        from: 1,
        to,
        label: 'Theirs',
        revision,
        actorId: 'other',
        who: 'Bo',
        at: '2026-01-01T00:00:00Z',
      },
    ] as unknown as DraftShape['patches'],
  })
  test('what others change shows at once, with whose it is', () => {
    const { store } = begin()
    store.receive(theirs('colour', '#333333'))
    expect(store.get()).toMatchObject({
      settings: { colour: '#333333', size: 1 },
      news: ['Bo changed: Theirs'],
      theirs: [{ path: 'colour', who: 'Bo' }],
    })
    expect(store.revision).toBe(6)
  })
  test('what others change on a leaf that is not saved here waits to be asked about', () => {
    const { store } = begin()
    store.set('size', 2, 'Size')
    store.receive(theirs('size', 9))
    expect([store.get().settings.size, store.revision]).toEqual([2, 5])
  })
  test('an older answer changes nothing', () => {
    const { store } = begin()
    store.receive(theirs('colour', '#333333', 5))
    expect(store.get().settings.colour).toBe('#111111')
  })

  test('an ended session is said, and saved after signing in', async () => {
    let isOut = true
    const { store, pass } = begin({
      answer: () => (isOut ? fault('not_signed_in', 401) : (undefined as never)),
    })
    store.set('size', 2, 'Size')
    await pass(500)
    expect(store.get().saving).toBe('signed-out')
    isOut = false
    await store.flush()
    expect(store.get()).toMatchObject({ saving: 'saved', settings: { size: 2 } })
  })

  test('who asks to save while it is being saved waits until all is saved', async () => {
    const { store, sent } = begin()
    store.set('size', 2, 'Size')
    void store.flush()
    store.set('colour', '#222222', 'Colour')
    await store.flush()
    expect([store.get().saving, sent.length]).toEqual(['saved', 2])
  })

  test('what was set while another change was refused is saved all the same', async () => {
    const { store, sent, pass } = begin({
      answer: (_, [patch]) => (patch?.path === 'size' ? fault('invalid', 422) : (undefined as never)),
    })
    store.set('size', -1, 'Size')
    void store.flush()
    store.set('colour', '#222222', 'Colour')
    await pass(1)
    expect([store.get().saving, sent.length]).toEqual(['saved', 2])
    expect(store.get().settings).toMatchObject({ size: 1, colour: '#222222' })
  })

  test.each([
    ['mine', 2],
    ['theirs', 9],
  ] as const)('a conflict is shown; %s stays when chosen', async (choice, size) => {
    let isFirst = true
    const { store, sent, pass } = begin({
      answer: () => {
        if (!isFirst) return undefined as never
        isFirst = false
        return fault('draft_conflict', 409, {
          path: 'size',
          theirs: '9 px',
          theirsRaw: '9',
          yours: '2 px',
          now: 8,
        })
      },
    })
    store.set('size', 2, 'Size')
    await pass(500)
    expect(store.get().conflict).toMatchObject({ path: 'size', theirs: 9 })
    store.resolve(choice)
    await pass(500)
    expect(store.get()).toMatchObject({ conflict: undefined, settings: { size }, saving: 'saved' })
    if (choice === 'mine') expect(sent.at(-1)).toMatchObject({ revision: 8, patches: [{ from: 9, to: 2 }] })
  })

  test('others’ changes of other leaves come in and are told', async () => {
    const { store, pass } = begin({
      answer: () => ({
        settings: { colour: '#abcdef', size: 2, words: [] },
        draftRevision: 9,
        changes: [],
        patches: [
          {
            path: 'colour',
            from: '#111111',
            to: '#abcdef',
            label: 'Colour',
            revision: 8,
            actorId: 'other',
            who: 'Sasha',
            at: '2026-01-01T00:00:00Z',
          },
        ],
      }),
    })
    store.set('size', 2, 'Size')
    await pass(500)
    expect(store.get()).toMatchObject({
      settings: { colour: '#abcdef', size: 2 },
      news: ['Sasha changed: Colour'],
    })
  })

  test('what the server refuses for good is taken back and said', async () => {
    const { store, pass } = begin({ answer: () => fault('setting_invalid', 400) })
    store.set('size', 2, 'Size')
    await pass(500)
    expect(store.get()).toMatchObject({ settings: { size: 1 }, refused: 'setting_invalid.' })
  })
})
