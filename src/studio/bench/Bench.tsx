'use client'
/** The bench: the stage with the client's page, the flow over it, the panel of the current step beside it. */
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { useSearchParams } from 'next/navigation'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { toast } from 'sonner'
import type { BenchShape, DecisionsShape, SiteShape, SourceShape } from '@/core/api/shapes'
import type { Brand } from '@/core/design/brand'
import { together } from '@/core/items/average'
import type { Item } from '@/core/items/item'
import { getKind } from '@/kinds/all'
import { chosenFor, typesOf } from '@/kinds/contract'
import type { Leaf, Settings, Step } from '@/core/settings/field'
import { valuesOf, wordOf } from '@/kinds/render'
import { anchorInWords } from '@/core/stage/anchor'
import type { SnippetForm } from '@/core/snippet/forms'
import type { FromStage, Measure } from '@/core/stage/messages'
import { api, apiAll } from '../api'
import { Notice } from '../parts/Notice'
import { openPalette } from '../parts/Palette'
import { useMayEdit } from '../parts/Role'
import { BenchDialogs } from './BenchDialogs'
import { BenchTop } from './BenchTop'
import { fieldId } from './controls/FieldRow'
import { FieldGroups } from './controls/FieldGroups'
import type { TextsRead } from '@/core/fit/findings'
import { FindingsTray } from './FindingsTray'
import { Flow } from './Flow'
import { flowOf } from './flowOf'
import { BesideRole } from './panels/BesideRole'
import { GatherPanel } from './panels/GatherPanel'
import { PlacePanel } from './panels/PlacePanel'
import { ReadOnlyPanel } from './panels/ReadOnlyPanel'
import { ShipPanel } from './panels/ShipPanel'
import { EntryList, SiftCounts } from './panels/SiftPanel'
import { WhereFactsAreChanged } from './panels/WhereFactsAreChanged'
import { Ruler } from './Ruler'
import { devices, Stage, type DeviceId } from './Stage'
import { useDraft, useDraftState } from './useDraft'
import { useFindings } from './useFindings'
import { useRoomyFrames } from './useRoomyFrames'
import { useKept } from './useKept'
import { pressed, useKeys, type BenchKeys } from './useKeys'
import { OpenOrShut } from './OpenOrShut'
import { useObjects } from './useObjects'
import { formFor } from './placeOf'
import { usePlacing } from './usePlacing'
import { usePublishing } from './usePublishing'
import { useAsking } from './useAsking'
import { useRender, type Heard } from './useRender'
import { useSlotWidths } from './useSlotWidths'
import { firstStep, headingOf, whyNotPublish } from './said'
import { useSources } from './useSources'

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
  const mayEdit = useMayEdit()
  const { store, others } = useDraft(bench, userId, mayEdit)
  const draft = useDraftState(store)
  const { client } = bench
  const comesBack = useSearchParams().has('connected')
  const [step, setStep] = useState<Step>(() =>
    mayEdit ? firstStep(getKind(bench.widget.kind), bench.widget.settings as Settings, comesBack) : 'ship',
  )
  const publishing = usePublishing(bench, store, () => setStep('ship'))
  const { widget, setWidget, act } = publishing
  const [sites, setSites] = useKept<readonly SiteShape[]>(`/clients/${client.id}/sites`, bench.sites, () =>
    apiAll(`/clients/${client.id}/sites`),
  )
  const decisionsPath = `/widgets/${widget.id}/decisions`
  const [decisions, setDecisions] = useKept<DecisionsShape>(decisionsPath, bench.decisions, () =>
    api('GET', decisionsPath),
  )
  const [part, setPart] = useState<string>()
  const [large, setLarge] = useState<DeviceId>('computer')
  const [rulerWidth, setRulerWidth] = useState<number | null>(null)
  const [measures, setMeasures] = useState<Readonly<Record<string, Measure>>>({})
  const [texts, setTexts] = useState<Readonly<Record<string, TextsRead>>>({})

  const kind = getKind(widget.kind)
  const brand = client.brand as Brand
  const takesItems = typesOf(kind).length > 0
  const chosen = chosenFor('sources', draft.settings)
  const { sources, items, put: putSource } = useSources(bench, chosen)
  const objects = useObjects(kind, bench, draft.settings)

  // ── keys and picks ──
  const goTo = useCallback((next: Step) => {
    setStep(next)
    setPart(undefined)
  }, [])
  const keys = useMemo<BenchKeys>(
    () => ({
      onStep: goTo,
      onUndo: () => mayEdit && store.undo(),
      onRedo: () => mayEdit && store.redo(),
    }),
    [goTo, store, mayEdit],
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
  const hearPlace = useRef<(message: Extract<FromStage, { type: 'block' | 'pointed' }>) => void>(undefined)
  const onStage = useCallback(
    (frame: string, message: Heard) => {
      if (message.type === 'measure')
        setMeasures((before) =>
          isSameMeasure(before[frame], message) ? before : { ...before, [frame]: message },
        )
      else if (message.type === 'texts') setTexts((before) => ({ ...before, [frame]: message }))
      else if (message.type === 'pick') pick(message.part)
      else if (message.type === 'block' || message.type === 'pointed') hearPlace.current?.(message)
      else if (message.key === 'ctrl+k') openPalette()
      else pressed(message.key, keys)
    },
    [pick, keys],
  )
  const reviews = useMemo(
    () => together(sources.filter((one) => chosen.includes(one.id)).flatMap((one) => one.reviews ?? [])),
    [sources, chosen],
  )
  const [form, setForm] = useState<SnippetForm>()
  const pasted = form ?? formFor(sites, widget.pageId)
  const frame = useMemo(
    () => (pasted === 'frame' ? { chosen: widget.frameHeight } : undefined),
    [pasted, widget.frameHeight],
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
      objects,
      items,
      frame,
    }),
    [widget.kind, brand, decisions, client.locale, client.timeZone, delivery, reviews, objects, items, frame],
  )
  const { outcome, marks, failed, addFrame, order } = useRender(
    store,
    rest,
    onStage,
    useAsking(widget.id, kind, draft.settings),
  )
  useEffect(() => {
    for (const { id } of devices) order({ width: id === large ? rulerWidth : null }, id)
  }, [rulerWidth, large, order])

  const sayWord = useCallback((word: string) => wordOf(kind, word, client.locale), [kind, client.locale])
  const placing = usePlacing(widget, { sites, neighbours: bench.neighbours }, large, order, setWidget)
  const { page, anchor } = placing
  useEffect(() => {
    hearPlace.current = placing.hear
  }, [placing.hear])

  const roomy = useRoomyFrames(measures, page?.snapshotId ?? 'neutral')

  useSlotWidths(widget.id, measures, mayEdit && rulerWidth === null)

  const enlarge = useCallback(
    (device: DeviceId) => {
      setRulerWidth(null)
      setLarge(device)
      order({ show: true }, device)
    },
    [order],
  )

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

  const decide = (item: Item, decision: { hidden?: boolean; pinned?: boolean; apart?: boolean }) =>
    act(async () => {
      setDecisions(await api<DecisionsShape>('POST', decisionsPath, { itemIds: [item.id], ...decision }))
      if (decision.hidden)
        toast(`“${item.name || 'The entry'}” is hidden`, {
          action: { label: 'Undo', onClick: () => void decide(item, { hidden: false }) },
        })
    })
  const added = (source: SourceShape, isShown = true) => {
    putSource(source)
    if (isShown)
      store.set('sources', [...chosen.filter((id) => id !== source.id), source.id], `Added ${source.label}`)
  }

  const { changes } = draft
  const isSaved = draft.saving === 'saved'
  const cannotPublish = whyNotPublish(kind, draft.settings, widget, isSaved, changes.length)
  const largeMeasure = measures[large]
  const findings = useFindings({
    items,
    outcome,
    reviews,
    measures,
    texts: useMemo(() => Object.values(texts), [texts]),
    settings: draft.settings,
    values: useMemo(
      () => valuesOf(kind, draft.settings, brand, client.locale),
      [kind, draft.settings, brand, client.locale],
    ),
  })
  // What opens over the page takes no place in it.
  const isOver = 'opening.as' in draft.settings && draft.settings['opening.as'] !== 'page'
  const flow = flowOf({
    kind,
    settings: draft.settings,
    counts: outcome?.counts,
    sources: sources.filter((one) => chosen.includes(one.id)),
    clientName: client.name,
    place: page
      ? { page: page.name, slot: anchorInWords(anchor), isChosen: widget.anchor !== null || isOver }
      : undefined,
    widget,
    changes: changes.length,
    findings,
  })

  const isItemsFirst = Object.keys(kind.intake)[0] === 'sources'
  const gather = step === 'gather' && mayEdit && takesItems && (
    <GatherPanel
      clientId={client.id}
      sources={sources}
      chosen={chosen}
      onAdded={added}
      onChanged={putSource}
      onChoose={(ids, label) => change('sources', ids, label)}
    />
  )
  return (
    <div className="flex min-h-dvh flex-col lg:h-dvh">
      <BenchTop
        client={client}
        name={widget.name}
        draft={draft}
        others={others}
        mayEdit={mayEdit}
        preview={`/widgets/${widget.id}/preview`}
        publishLabel={
          widget.state === 'draft'
            ? 'Publish'
            : widget.state === 'off'
              ? 'Publish and switch on'
              : changes.length > 0
                ? `Publish ${changes.length} ${changes.length === 1 ? 'change' : 'changes'}`
                : 'Published'
        }
        cannotPublish={cannotPublish}
        busy={publishing.busy}
        onRename={publishing.rename}
        onUndo={() => store.undo()}
        onRedo={() => store.redo()}
        onPublish={publishing.publish}
      />
      <Flow steps={flow} current={step} onStep={goTo} />
      <div className="flex min-h-0 flex-1 flex-col lg:flex-row">
        {/* On a phone the stage stays in view while its controls are scrolled below it. */}
        <main
          data-stays-above
          className="z-10 flex h-[46dvh] min-h-64 min-w-0 flex-col gap-2.5 bg-chalk p-3 max-lg:sticky max-lg:top-0 max-lg:border-b max-lg:border-hair lg:h-auto lg:min-h-0 lg:flex-1"
        >
          {failed && (
            <Notice tone="broken" role="alert">
              The preview could not be drawn: {failed}
            </Notice>
          )}
          <Stage
            src={`${delivery}/stage/${page?.snapshotId ?? 'neutral'}`}
            widgetRef={widget.ref}
            anchor={anchor}
            pageName={page?.name ?? 'A neutral page'}
            large={large}
            onLarge={enlarge}
            roomy={roomy}
            onPort={addFrame}
          />
          {outcome?.opens && <OpenOrShut order={order} page={page?.snapshotId} />}
          <Ruler
            width={rulerWidth}
            slot={rulerWidth === null ? largeMeasure?.slot : undefined}
            marks={marks}
            overflows={largeMeasure ? largeMeasure.content > (rulerWidth ?? largeMeasure.slot) + 1 : false}
            onWidth={setRulerWidth}
          />
          <FindingsTray
            findings={findings}
            read={devices.every(({ id }) => texts[id]) ? textsRead(texts) : undefined}
            mayEdit={mayEdit}
            onPick={(finding) => {
              if (finding.step) goTo(finding.step)
              else pick(finding.part)
            }}
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
            <h2 className="mb-3 text-lg">{headingOf(step, kind)}</h2>
            {isItemsFirst && gather}
            {step === 'sift' && !takesItems && (
              <p className="text-faint">
                It shows no entries, so there is nothing to sift. Go on to Arrange.
              </p>
            )}
            {step === 'sift' && outcome && takesItems && <SiftCounts counts={outcome.counts} items={items} />}
            {step === 'place' && mayEdit && (
              <PlacePanel
                clientId={client.id}
                sites={sites}
                neighbours={bench.neighbours}
                placing={placing}
                lost={Object.values(measures).find((one) => one.found === 'lost')?.nearest}
                onSites={setSites}
              />
            )}
            {step === 'ship' && (
              <ShipPanel
                widget={widget}
                changes={changes}
                releases={publishing.releases}
                busy={publishing.busy}
                cannotPublish={cannotPublish}
                delivery={delivery}
                form={pasted}
                onForm={setForm}
                measures={measures}
                onChanged={publishing.setWidget}
                onPublish={publishing.publish}
                onRollBack={publishing.rollBack}
                onSwitch={publishing.switchTo}
              />
            )}
            {step === 'arrange' && (
              <WhereFactsAreChanged sources={sources.filter((one) => chosen.includes(one.id))} />
            )}
            {mayEdit ? (
              <FieldGroups
                fields={kind.fields}
                step={step}
                settings={draft.settings}
                brand={brand}
                part={part}
                clientId={client.id}
                pictures={delivery}
                sayWord={sayWord}
                onChange={change}
              />
            ) : (
              <ReadOnlyPanel fields={kind.fields} step={step} settings={draft.settings} sources={sources} />
            )}
            {!isItemsFirst && gather && (
              <BesideRole kind={kind} report={`/widgets/${widget.id}/help`}>
                {gather}
              </BesideRole>
            )}
            {step === 'sift' && outcome && takesItems && (
              <EntryList
                items={items}
                counts={outcome.counts}
                decisions={decisions}
                table={`/widgets/${widget.id}/table`}
                onDecide={mayEdit ? (item, decision) => void decide(item, decision) : undefined}
              />
            )}
          </div>
        </aside>
      </div>
      <BenchDialogs store={store} publishing={publishing} />
    </div>
  )
}

/** Of the width that shows most of them. */
const textsRead = (texts: Readonly<Record<string, TextsRead>>): number =>
  Math.max(...Object.values(texts).map((one) => one.texts.count))
