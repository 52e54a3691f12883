'use client'
/** The bench: the stage with the client's page, the flow over it, the panel of the current step beside it. */
import { QueryClient, QueryClientProvider, useQueryClient } from '@tanstack/react-query'
import { useSearchParams } from 'next/navigation'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { toast } from 'sonner'
import type {
  BenchShape,
  DecisionsShape,
  ReleaseShape,
  SiteShape,
  SourceShape,
  WidgetShape,
} from '@/core/api/shapes'
import type { Brand } from '@/core/design/brand'
import { findingsOf } from '@/core/fit/findings'
import { together } from '@/core/items/average'
import { truthFindings } from '@/core/fit/truth'
import type { Item } from '@/core/items/item'
import { getKind } from '@/core/kinds/all'
import type { Leaf, Step } from '@/core/settings/field'
import { resolveSettings } from '@/core/settings/settings'
import type { FromStage, Measure } from '@/core/stage/messages'
import { neutralSlots } from '@/core/stage/neutralPage'
import { api, sentenceOf } from '../api'
import { Button } from '../parts/Button'
import { Dialog } from '../parts/Dialog'
import { Notice } from '../parts/Notice'
import { openPalette } from '../parts/Palette'
import { SignInForm } from '../parts/SignInForm'
import { BenchTop } from './BenchTop'
import { fieldId } from './controls/FieldRow'
import { FieldGroups } from './controls/FieldGroups'
import { FindingsTray } from './FindingsTray'
import { Flow } from './Flow'
import { flowOf } from './flowOf'
import { GatherPanel } from './panels/GatherPanel'
import { PlacePanel } from './panels/PlacePanel'
import { ShipPanel } from './panels/ShipPanel'
import { EntryList, SiftCounts } from './panels/SiftPanel'
import { Ruler } from './Ruler'
import { devices, Stage, type DeviceId } from './Stage'
import { useDraft, useDraftState } from './useDraft'
import { pressed, useKeys, type BenchKeys } from './useKeys'
import { useRender } from './useRender'

/** What the designer is asking at each step. */
const questions: Readonly<Record<Step, string>> = {
  gather: 'Where does it come from?',
  sift: 'What may be shown?',
  arrange: 'How is it laid out?',
  dress: 'Does it look like this site?',
  place: 'Where does it stand?',
  ship: 'Get it live, keep it right',
}

/** The revision apart: most changes leave every size as it was, and nothing need be drawn again. */
const isSameMeasure = (before: Measure | undefined, next: Measure): boolean =>
  before !== undefined &&
  JSON.stringify({ ...before, revision: 0 }) === JSON.stringify({ ...next, revision: 0 })

export interface BenchProps {
  readonly bench: BenchShape
  readonly userId: string
  readonly delivery: string
}

export function Bench(props: BenchProps) {
  const [queries] = useState(
    () => new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } }),
  )
  return (
    <QueryClientProvider client={queries}>
      <BenchInside {...props} />
    </QueryClientProvider>
  )
}

function BenchInside({ bench, userId, delivery }: BenchProps) {
  const queries = useQueryClient()
  const store = useDraft(bench, userId)
  const draft = useDraftState(store)
  const [widget, setWidget] = useState<WidgetShape>(bench.widget)
  const [sources, setSources] = useState<readonly SourceShape[]>(bench.sources)
  const [sites, setSites] = useState<readonly SiteShape[]>(bench.sites)
  const [items, setItems] = useState<readonly Item[]>(bench.items as readonly Item[])
  const [decisions, setDecisions] = useState<DecisionsShape>(bench.decisions)
  const [releases, setReleases] = useState<readonly ReleaseShape[]>(bench.releases)
  const comesBack = useSearchParams().has('connected')
  const [step, setStep] = useState<Step>(
    comesBack || (bench.widget.settings.sources as string[]).length === 0 ? 'gather' : 'sift',
  )
  const [part, setPart] = useState<string>()
  const [large, setLarge] = useState<DeviceId>('computer')
  const [rulerWidth, setRulerWidth] = useState<number | null>(null)
  const [measures, setMeasures] = useState<Readonly<Record<string, Measure>>>({})
  const [busy, setBusy] = useState(false)

  const kind = getKind(widget.kind)
  const { client } = bench
  const brand = client.brand as Brand
  const chosen = draft.settings.sources as readonly string[]
  const page = sites.flatMap((site) => site.pages).find((one) => one.id === widget.pageId)
  const slots = page?.slots ?? neutralSlots
  const slot = slots.find((one) => one.id === widget.slotId) ?? slots[0]!

  // ── keys and picks ──
  const goTo = useCallback((next: Step) => {
    setStep(next)
    setPart(undefined)
  }, [])
  const keys = useMemo<BenchKeys>(
    () => ({ onStep: goTo, onUndo: () => store.undo(), onRedo: () => store.redo() }),
    [goTo, store],
  )
  useKeys(keys)

  const pick = useCallback(
    (name: string) => {
      const here = Object.entries(kind.fields).filter(([, field]) => field.part === name)
      const target = here.find(([, field]) => field.step === step) ?? here[0]
      if (!target) return
      setStep(target[1].step)
      setPart(name)
      requestAnimationFrame(() =>
        requestAnimationFrame(() => {
          const control = document.getElementById(fieldId(target[0]))
          control?.scrollIntoView({ block: 'center' })
          control?.focus()
        }),
      )
    },
    [kind, step],
  )

  // ── render and stage ──
  const onStage = useCallback(
    (frame: string, message: FromStage) => {
      if (message.type === 'measure')
        setMeasures((before) =>
          isSameMeasure(before[frame], message) ? before : { ...before, [frame]: message },
        )
      else if (message.type === 'pick') pick(message.part)
      else if (message.key === 'ctrl+k') openPalette()
      else pressed(message.key, keys)
    },
    [pick, keys],
  )
  const reviews = useMemo(
    () => together(sources.filter((one) => chosen.includes(one.id)).flatMap((one) => one.reviews ?? [])),
    [sources, chosen],
  )
  const rest = useMemo(
    () => ({
      kind: widget.kind,
      brand,
      decisions,
      locale: client.locale,
      timeZone: client.timeZone,
      assets: delivery,
      reviews,
      items,
    }),
    [widget.kind, brand, decisions, client.locale, client.timeZone, delivery, reviews, items],
  )
  const { outcome, failed, addFrame, setWidth } = useRender(store, rest, onStage)
  useEffect(() => {
    for (const device of devices) setWidth(device.id, device.id === large ? rulerWidth : null)
  }, [rulerWidth, large, setWidth])

  // ── the slot's widths, kept for the height that the snippet reserves ──
  const measuredSlots = devices.flatMap(({ id, viewport }) =>
    measures[id] && rulerWidth === null ? [{ viewport, width: Math.round(measures[id].slot) }] : [],
  )
  const slotKey = measuredSlots.length === devices.length ? JSON.stringify(measuredSlots) : ''
  const sentSlots = useRef('')
  useEffect(() => {
    if (slotKey === '' || sentSlots.current === slotKey) return
    const timer = setTimeout(() => {
      sentSlots.current = slotKey
      void api<WidgetShape>('PATCH', `/widgets/${widget.id}`, { slotWidths: JSON.parse(slotKey) }).then(
        () => queries.invalidateQueries({ queryKey: ['snippets'] }),
        () => {
          sentSlots.current = ''
        },
      ) // measured again next time
    }, 600)
    return () => clearTimeout(timer)
  }, [slotKey, widget.id, queries])

  const enlarge = useCallback((device: DeviceId) => {
    setRulerWidth(null)
    setLarge(device)
  }, [])

  // ── items follow the chosen sources ──
  const chosenKey = chosen.join(' ')
  const loadedKey = useRef(chosenKey)
  const loadItems = useCallback(async (ids: readonly string[]) => {
    const lists = await Promise.all(ids.map((id) => api<Item[]>('GET', `/sources/${id}/items`)))
    setItems(lists.flat())
  }, [])
  useEffect(() => {
    if (loadedKey.current === chosenKey) return
    loadedKey.current = chosenKey
    void loadItems(chosenKey === '' ? [] : chosenKey.split(' ')).catch((error: unknown) =>
      toast.error(sentenceOf(error)),
    )
  }, [chosenKey, loadItems])

  // ── sources that are still being read in ──
  const underWay = sources
    .filter((one) => one.progress && !one.lastProblem)
    .map((one) => one.id)
    .join(' ')
  useEffect(() => {
    if (underWay === '') return
    const timer = setInterval(() => {
      for (const id of underWay.split(' ')) {
        void api<SourceShape>('GET', `/sources/${id}`).then(
          (next) => {
            setSources((before) => before.map((one) => (one.id === id ? next : one)))
            if (chosenKey.includes(id)) return loadItems(chosenKey.split(' '))
          },
          () => undefined,
        ) // asked again a moment later
      }
    }, 1_500)
    return () => clearInterval(timer)
  }, [underWay, chosenKey, loadItems])

  // ── what others changed, what was refused ──
  useEffect(() => {
    draft.news.forEach((line) => toast(line))
  }, [draft.news])
  useEffect(() => {
    if (draft.refused) toast.error(draft.refused)
  }, [draft.refused])

  const change = useCallback(
    (path: string, leaf: Leaf, label: string) => store.set(path, leaf, label),
    [store],
  )

  async function act(work: () => Promise<void>) {
    setBusy(true)
    try {
      await work()
    } catch (error) {
      toast.error(sentenceOf(error))
    }
    setBusy(false)
  }
  async function took(next: WidgetShape) {
    setWidget(next)
    store.changesAre(next.changes)
    setReleases(await api<ReleaseShape[]>('GET', `/widgets/${widget.id}/releases`))
    queries.setQueryData(['widget', widget.id], next)
  }
  const publish = () =>
    act(async () => {
      await store.flush()
      const next = await api<WidgetShape>('POST', `/widgets/${widget.id}/releases`)
      await took(next)
      setStep('ship')
      toast.success(`Release ${next.liveNumber} is live`)
    })
  const place = (pageId: string | null, slotId: string | null) => {
    setMeasures({})
    setWidget((before) => ({ ...before, pageId, slotId }))
    void api<WidgetShape>('PATCH', `/widgets/${widget.id}`, { pageId, slotId }).then(
      (next) => setWidget(next),
      (error: unknown) => toast.error(sentenceOf(error)),
    )
  }
  const decide = (item: Item, decision: { hidden?: boolean; pinned?: boolean; apart?: boolean }) =>
    act(async () => {
      setDecisions(
        await api<DecisionsShape>('POST', `/widgets/${widget.id}/decisions`, {
          itemIds: [item.id],
          ...decision,
        }),
      )
      if (decision.hidden)
        toast(`“${item.name || 'The entry'}” is hidden`, {
          action: { label: 'Undo', onClick: () => void decide(item, { hidden: false }) },
        })
    })
  const added = (source: SourceShape) => {
    setSources((before) => [...before.filter((one) => one.id !== source.id), source])
    store.set('sources', [...chosen.filter((id) => id !== source.id), source.id], `Added ${source.label}`)
  }

  const { changes } = draft
  const canPublish =
    chosen.length > 0 && (widget.state !== 'live' || changes.length > 0 || draft.saving !== 'saved')
  const largeMeasure = measures[large]
  const truths = useMemo(
    () => truthFindings(items, outcome?.counts.steps ?? [], reviews),
    [items, outcome, reviews],
  )
  const findings = useMemo(
    () => [
      ...truths,
      ...findingsOf(
        draft.settings,
        resolveSettings(draft.settings, brand),
        Object.values(measures),
        outcome?.counts.shown ?? 0,
        outcome?.counts.total ?? 0,
      ).filter((finding) => outcome || finding.id !== 'empty'),
    ],
    [truths, draft.settings, brand, measures, outcome],
  )
  const flow = flowOf({
    kind,
    settings: draft.settings,
    counts: outcome?.counts,
    sources: sources.filter((one) => chosen.includes(one.id)),
    clientName: client.name,
    place: page ? { page: page.name, slot: slot.label } : undefined,
    widget,
    changes: changes.length,
    findings,
  })

  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh">
      <BenchTop
        client={client}
        name={widget.name}
        draft={draft}
        preview={`/widgets/${widget.id}/preview`}
        publishLabel={
          widget.state === 'draft'
            ? 'Publish'
            : changes.length > 0
              ? `Publish ${changes.length} ${changes.length === 1 ? 'change' : 'changes'}`
              : 'Published'
        }
        canPublish={canPublish}
        busy={busy}
        onRename={(name) =>
          void act(async () => setWidget(await api<WidgetShape>('PATCH', `/widgets/${widget.id}`, { name })))
        }
        onUndo={() => store.undo()}
        onRedo={() => store.redo()}
        onPublish={() => void publish()}
      />
      <Flow steps={flow} current={step} onStep={goTo} />
      <div className="flex min-h-0 flex-1 flex-col lg:flex-row">
        <main className="flex min-h-[560px] min-w-0 flex-1 flex-col gap-2.5 p-3 lg:min-h-0">
          {failed && (
            <Notice tone="broken" role="alert">
              The preview could not be drawn: {failed}
            </Notice>
          )}
          <Stage
            src={`${delivery}/stage/${page?.snapshotId ?? 'neutral'}`}
            widgetRef={widget.ref}
            selector={slot.selector}
            pageName={page?.name ?? 'A neutral page'}
            large={large}
            onLarge={enlarge}
            onPort={addFrame}
          />
          <Ruler
            width={rulerWidth}
            slot={rulerWidth === null ? largeMeasure?.slot : undefined}
            marks={outcome?.marks ?? []}
            overflows={largeMeasure ? largeMeasure.content > (rulerWidth ?? largeMeasure.slot) + 1 : false}
            onWidth={setRulerWidth}
          />
          <FindingsTray
            findings={findings}
            onPick={pick}
            onMend={(finding) =>
              finding.mend && change(finding.mend.path, finding.mend.to, finding.mend.label)
            }
          />
        </main>
        {/* A step begins at its top, wherever the one before was scrolled to. */}
        <aside
          key={step}
          aria-label={`${flow.find((one) => one.id === step)?.label}: settings`}
          className="border-hair bg-chalk px-4 py-3 max-lg:border-t lg:w-[376px] lg:shrink-0 lg:overflow-y-auto lg:border-l"
        >
          <div className="arrive">
            <h2 className="mb-3 text-lg">{questions[step]}</h2>
            {step === 'gather' && (
              <GatherPanel
                clientId={client.id}
                sources={sources}
                chosen={chosen}
                onAdded={added}
                onChanged={(next) =>
                  setSources((before) => before.map((one) => (one.id === next.id ? next : one)))
                }
                onChoose={(ids, label) => change('sources', ids, label)}
              />
            )}
            {step === 'sift' && outcome && <SiftCounts counts={outcome.counts} items={items} />}
            {step === 'place' && (
              <PlacePanel
                clientId={client.id}
                sites={sites}
                pageId={page?.id ?? null}
                slotId={slot.id}
                slots={slots}
                onPlace={place}
                onSites={(next, target) => {
                  setSites(next)
                  if (target) place(target.pageId, target.slotId)
                }}
              />
            )}
            {step === 'ship' && (
              <ShipPanel
                widget={widget}
                changes={changes}
                releases={releases}
                busy={busy}
                onPublish={() => void publish()}
                onRollBack={(number) =>
                  void act(async () =>
                    took(await api<WidgetShape>('POST', `/widgets/${widget.id}/live`, { number })),
                  )
                }
                onSwitch={(on) =>
                  void act(async () =>
                    took(await api<WidgetShape>('POST', `/widgets/${widget.id}/switch`, { on })),
                  )
                }
              />
            )}
            <FieldGroups
              fields={kind.fields}
              step={step}
              settings={draft.settings}
              brand={brand}
              part={part}
              onChange={change}
            />
            {step === 'sift' && outcome && (
              <EntryList
                items={items}
                counts={outcome.counts}
                decisions={decisions}
                table={`/widgets/${widget.id}/table`}
                onDecide={(item, decision) => void decide(item, decision)}
              />
            )}
          </div>
        </aside>
      </div>
      <Dialog open={draft.saving === 'signed-out'} title="Sign in again">
        <p>Your session has ended. What you changed is kept here and saved as soon as you are in.</p>
        <SignInForm onDone={() => void store.flush()} />
      </Dialog>
      <Dialog open={draft.conflict !== undefined} title="Changed by someone else">
        <p>{draft.conflict?.sentence}</p>
        <div className="flex flex-wrap gap-2">
          <Button look="main" onClick={() => store.resolve('mine')}>
            Keep mine: {draft.conflict?.yoursInWords}
          </Button>
          <Button onClick={() => store.resolve('theirs')}>
            Take theirs: {draft.conflict?.theirsInWords}
          </Button>
        </div>
      </Dialog>
    </div>
  )
}
