/**
 * The draft on the bench: what is set, what is saved, undo and redo. Every change is a patch on one leaf; it shows at once
 * and is sent a moment later. Nothing that was set is lost: what is not saved yet is kept in the browser until it is.
 * Knows no React: the bench subscribes.
 */
import type { ChangeShape, DraftShape, StoredPatch } from '@/core/api/shapes'
import type { Leaf, Settings } from '@/core/settings/field'
import { applyPatch, inverse, sameLeaf, type Patch } from '@/core/settings/settings'
import { ApiProblem } from '../api'

export interface LabelledPatch extends Patch {
  readonly label: string
}

export type Saving = 'saved' | 'unsaved' | 'saving' | 'away' | 'signed-out'

export interface Conflict {
  readonly path: string
  readonly sentence: string
  readonly theirs: Leaf
  readonly theirsInWords: string
  readonly yoursInWords: string
  readonly now: number
}

export interface DraftState {
  readonly settings: Settings
  readonly changes: readonly ChangeShape[]
  readonly saving: Saving
  readonly canUndo: string | undefined
  readonly canRedo: string | undefined
  readonly conflict: Conflict | undefined
  /** What others have just changed, in words. */
  readonly news: readonly string[]
  /** All that others have changed since the bench was opened. */
  readonly theirs: readonly Theirs[]
  /** Set when the server refused a change for good. */
  readonly refused: string | undefined
}

export interface Kept {
  /** Whose it is: nobody else's browser session takes it up. */
  readonly user: string
  /** Draft revision that `pending` was made on. */
  readonly revision: number
  readonly undo: readonly LabelledPatch[]
  readonly redo: readonly LabelledPatch[]
  readonly pending: readonly LabelledPatch[]
}

export interface DraftDoor {
  send(revision: number, patches: readonly LabelledPatch[]): Promise<DraftShape>
  keep(kept: Kept): void
}

/** What others have changed while this bench was open. */
export type Theirs = Pick<StoredPatch, 'revision' | 'path' | 'label' | 'who'>

const flushMs = 350
const retryMs = 2_000
/** Changes of one leaf that follow closer than this are one step of undo. */
const oneStepMs = 900
const stackLimit = 200

export class DraftStore {
  private listeners = new Set<() => void>()
  private timer: ReturnType<typeof setTimeout> | undefined
  private inFlight: LabelledPatch[] = []
  private flight: Promise<void> | undefined
  private pending: LabelledPatch[] = []
  private undoStack: LabelledPatch[] = []
  private redoStack: LabelledPatch[] = []
  private lastSetAt = 0
  private state: DraftState

  constructor(
    private base: { settings: Settings; revision: number; changes: readonly ChangeShape[]; userId: string },
    private readonly door: DraftDoor,
    private readonly clock: () => number = Date.now,
  ) {
    this.state = {
      settings: base.settings,
      changes: base.changes,
      saving: 'saved',
      canUndo: undefined,
      canRedo: undefined,
      conflict: undefined,
      news: [],
      theirs: [],
      refused: undefined,
    }
  }

  /**
   * Takes up what was kept in the browser, once it is known whose it is: undo, redo, and what was never saved. That goes
   * out with the revision it was made on, so that what others have changed since is asked about and not overwritten.
   */
  adopt(kept: Kept): void {
    if (kept.user !== this.base.userId) return
    const isOfField = ({ path }: LabelledPatch) => Object.hasOwn(this.base.settings, path)
    this.undoStack = kept.undo.filter(isOfField)
    this.redoStack = kept.redo.filter(isOfField)
    const pending = kept.pending.filter(
      (patch) => isOfField(patch) && !sameLeaf(this.base.settings[patch.path], patch.to),
    )
    this.pending = [
      ...pending,
      ...this.pending.filter((one) => !pending.some(({ path }) => path === one.path)),
    ]
    if (pending.length > 0)
      this.base = { ...this.base, revision: Math.min(this.base.revision, kept.revision) }
    this.publish({
      settings: this.pending.reduce<Settings>(applyPatch, this.state.settings),
      saving: this.pending.length > 0 ? 'unsaved' : 'saved',
    })
    if (this.pending.length > 0) this.schedule(0)
  }

  /** What others have changed meanwhile, as the server tells it when it is asked. */
  receive(answer: Pick<DraftShape, 'settings' | 'draftRevision' | 'patches' | 'changes'>): void {
    if (answer.draftRevision <= this.base.revision || this.inFlight.length > 0) return
    // A leaf that both have changed is settled when it is sent: then both values are shown.
    if (answer.patches.some(({ path }) => this.pending.some((one) => one.path === path))) return
    this.base = { ...this.base, settings: answer.settings as Settings, revision: answer.draftRevision }
    this.publish({
      settings: this.pending.reduce<Settings>(applyPatch, this.base.settings),
      changes: answer.changes,
      ...this.heard(answer.patches),
    })
  }

  private heard(patches: readonly StoredPatch[]): Pick<DraftState, 'news' | 'theirs'> {
    const others = patches.filter((patch) => patch.actorId !== this.base.userId)
    return {
      news: [...new Set(others.map((patch) => `${patch.who} changed: ${patch.label}`))],
      theirs: [...this.state.theirs, ...others],
    }
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }
  get = (): DraftState => this.state
  get revision(): number {
    return this.base.revision
  }

  set(path: string, to: Leaf, label: string): void {
    const from = this.state.settings[path]
    if (from === undefined || sameLeaf(from, to)) return
    const last = this.undoStack.at(-1)
    const isSameStep =
      last?.path === path && this.clock() - this.lastSetAt < oneStepMs && this.redoStack.length === 0
    if (isSameStep) this.undoStack[this.undoStack.length - 1] = { ...last, to }
    else this.undoStack = [...this.undoStack, { path, from, to, label }].slice(-stackLimit)
    this.lastSetAt = this.clock()
    this.redoStack = []
    this.apply({ path, from, to, label })
  }

  undo(): void {
    const patch = this.undoStack.pop()
    if (!patch) return
    this.redoStack.push(patch)
    this.lastSetAt = 0
    this.apply({ ...inverse(patch), label: `Undo: ${patch.label}` })
  }

  redo(): void {
    const patch = this.redoStack.pop()
    if (!patch) return
    this.undoStack.push(patch)
    this.lastSetAt = 0
    this.apply({ ...patch, label: `Redo: ${patch.label}` })
  }

  /** After publishing, going back, switching: what now differs from the release that is live. */
  changesAre(changes: readonly ChangeShape[]): void {
    this.publish({ changes })
  }

  /** Ends a conflict: `mine` sends the own value again, on top of theirs; `theirs` takes it over. */
  resolve(choice: 'mine' | 'theirs'): void {
    const { conflict } = this.state
    if (!conflict) return
    this.base = {
      ...this.base,
      revision: conflict.now,
      settings: { ...this.base.settings, [conflict.path]: conflict.theirs },
    }
    if (choice === 'mine')
      this.pending = this.pending.map((patch) =>
        patch.path === conflict.path ? { ...patch, from: conflict.theirs } : patch,
      )
    else this.pending = this.pending.filter((patch) => patch.path !== conflict.path)
    this.publish({
      conflict: undefined,
      settings: this.pending.reduce<Settings>(
        applyPatch,
        choice === 'theirs'
          ? { ...this.state.settings, [conflict.path]: conflict.theirs }
          : this.state.settings,
      ),
      saving: this.pending.length > 0 ? 'unsaved' : 'saved',
    })
    this.schedule(0)
  }

  /** Sends what is not saved. Resolves when nothing is left to send, or when it can't be sent now. */
  flush(): Promise<void> {
    clearTimeout(this.timer)
    this.timer = undefined
    // One at a time: what is under way sends what has come since, too.
    this.flight ??= this.sendPending().finally(() => (this.flight = undefined))
    return this.flight
  }

  private async sendPending(): Promise<void> {
    while (this.pending.length > 0 && !this.state.conflict) {
      this.inFlight = this.pending
      this.pending = []
      this.publish({ saving: 'saving' })
      try {
        const answer = await this.door.send(this.base.revision, this.inFlight)
        this.inFlight = []
        this.base = { ...this.base, settings: answer.settings as Settings, revision: answer.draftRevision }
        this.publish({
          settings: this.pending.reduce<Settings>(applyPatch, this.base.settings),
          changes: answer.changes,
          saving: this.pending.length > 0 ? 'unsaved' : 'saved',
          ...this.heard(answer.patches),
          refused: undefined,
        })
      } catch (error) {
        return this.failed(error)
      }
    }
  }

  dispose(): void {
    clearTimeout(this.timer)
  }

  private apply(patch: LabelledPatch): void {
    const at = this.pending.findIndex((one) => one.path === patch.path)
    if (at >= 0)
      this.pending = this.pending.with(at, { ...this.pending[at]!, to: patch.to, label: patch.label })
    else this.pending = [...this.pending, patch]
    this.publish({ settings: applyPatch(this.state.settings, patch), saving: 'unsaved', news: [] })
    this.schedule(flushMs)
  }

  private failed(error: unknown): void {
    const sent = this.inFlight
    this.inFlight = []
    const details = error instanceof ApiProblem ? error.details : undefined
    // What was sent goes back in front of what was set meanwhile; a newer value of the same leaf wins.
    const backWith = (patches: readonly LabelledPatch[]) => {
      this.pending = [
        ...patches.map((patch) => ({
          ...patch,
          to: this.pending.find((one) => one.path === patch.path)?.to ?? patch.to,
        })),
        ...this.pending.filter((one) => !patches.some((patch) => patch.path === one.path)),
      ]
    }
    if (details?.code === 'draft_conflict') {
      backWith(sent)
      const { path, theirsRaw, theirs, yours, now } = details.facts
      return this.publish({
        saving: 'unsaved',
        conflict: {
          path: String(path),
          sentence: details.detail,
          theirs: JSON.parse(String(theirsRaw)) as Leaf,
          theirsInWords: String(theirs),
          yoursInWords: String(yours),
          now: Number(now),
        },
      })
    }
    if (
      details &&
      details.status >= 400 &&
      details.status < 500 &&
      details.status !== 401 &&
      details.status !== 429
    ) {
      // Refused for good: the server keeps what it had, and so do we; undo still knows the value.
      const settings = this.pending.reduce<Settings>(applyPatch, this.base.settings)
      if (this.pending.length > 0) this.schedule(0)
      return this.publish({
        settings,
        saving: this.pending.length > 0 ? 'unsaved' : 'saved',
        refused: details.detail,
      })
    }
    backWith(sent)
    this.publish({ saving: details?.status === 401 ? 'signed-out' : 'away' })
    if (details?.status !== 401) this.schedule(retryMs)
  }

  private schedule(ms: number): void {
    clearTimeout(this.timer)
    this.timer = setTimeout(() => void this.flush(), ms)
  }

  private publish(change: Partial<DraftState>): void {
    this.state = {
      ...this.state,
      ...change,
      canUndo: this.undoStack.at(-1)?.label,
      canRedo: this.redoStack.at(-1)?.label,
    }
    this.door.keep({
      user: this.base.userId,
      revision: this.base.revision,
      undo: this.undoStack,
      redo: this.redoStack,
      pending: [...this.inFlight, ...this.pending],
    })
    this.listeners.forEach((listener) => listener())
  }
}
