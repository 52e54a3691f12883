/** What the stand-ins remember: one JSON file, so that a second start finds the pasted snippets and added entries again. */
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'

export type Mode = 'normal' | 'slow' | 'broken' | 'empty' | 'gone' | 'redirect' | 'closed'
export interface AddedEntry {
  readonly title: string
  readonly at: string
}

export interface Listener {
  readonly topic: string
  readonly callback: string
  readonly secret: string
  readonly until: string
}

export interface State {
  /** When this world began; dates of its entries count back from here. */
  readonly epoch: string
  /** Snippets by site, then by slot. */
  readonly slots: Record<string, Record<string, string>>
  readonly added: Record<string, AddedEntry[]>
  readonly modes: Record<string, Mode>
  /** Tickets that were bought at the publisher, and who had sent them. */
  sales?: { readonly id: string; readonly from: string; readonly at: string; readonly amount: number }[]
  /** Who listens at the hub. */
  listeners?: readonly Listener[]
  /** How often consent was taken back at the picture network. */
  consentRound?: number
  /** Codes and refresh tokens that were used up there, and consents given back. */
  ended?: readonly string[]
}

export function openState(folder: string): { readonly state: State; save(): void } {
  const file = path.join(folder, 'standins.json')
  mkdirSync(folder, { recursive: true })
  const state = read(file) ?? { epoch: new Date().toISOString(), slots: {}, added: {}, modes: {} }
  const save = () => writeFileSync(file, JSON.stringify(state, null, 1))
  save()
  return { state, save }
}

function read(file: string): State | undefined {
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as State
  } catch {
    return undefined // the first start
  }
}
