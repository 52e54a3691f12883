'use client'
/** A client's brand: colours by role with the contrast of each pair measured, fonts set in themselves, corners. */
import { useCallback, useRef, useState } from 'react'
import { formatHex, parse } from 'culori'
import type { ClientShape } from '@/core/api/shapes'
import { brand as brandShape } from '@/core/api/shapes/settings'
import { colourRoles, type Brand, type ColourRole } from '@/core/design/brand'
import { contrast, readableRatio, readableShade } from '@/core/design/contrast'
import { fontFamilies, fontStack } from '@/core/design/fonts'
import { brandFromTokens, type Taken } from '@/core/design/fromTokens'
import { readBytes } from '@/core/readers/all'
import type { DesignToken } from '@/core/readers/reader'
import { colourPattern } from '@/core/settings/controls/colour'
import { api } from '../api'
import { Button } from '../parts/Button'
import { inputClass, TextField } from '../parts/TextField'
import { ForEditors, useMayEdit } from '../parts/Role'
import { TopLine } from '../parts/TopLine'
import { Notice } from '../parts/Notice'
import { useDraft } from '../parts/useDraft'
import { useAct } from './useAct'

const roleWords: Readonly<Record<ColourRole, string>> = {
  background: 'Background',
  text: 'Text',
  muted: 'Small print',
  accent: 'Links and buttons',
  line: 'Lines',
}

/** Any way in which CSS writes a colour, as a brand keeps it; undefined while it is none. */
function hexOf(written: string): string | undefined {
  const colour = written.trim()
  return colourPattern.test(colour) ? colour.toLowerCase() : formatHex(parse(colour))
}

export function BrandView({ client, delivery }: { client: ClientShape; delivery: string }) {
  const mayEdit = useMayEdit()
  const { busy, act } = useAct()
  const [typed, setTyped] = useState<Readonly<Partial<Record<ColourRole, string>>>>({})
  const saved = client.brand as Brand
  const { document: brand, ...draft } = useDraft<Brand, string>({
    key: `yimble-brand-${client.id}`,
    first: { document: saved, revision: JSON.stringify(saved) },
    schema: brandShape as never,
    save: useCallback(
      async (next: Brand) => {
        await api('PATCH', `/clients/${client.id}`, { brand: next })
        return JSON.stringify(next)
      },
      [client.id],
    ),
    isSavedByItself: false,
  })
  const isChanged = JSON.stringify(brand) !== JSON.stringify(saved)
  const isWrong = Object.values(typed).some((value) => hexOf(value) === undefined)
  const setColour = (role: ColourRole, value: string) => {
    setTyped((before) => ({ ...before, [role]: value }))
    const hex = hexOf(value)
    if (hex) draft.set({ ...brand, colours: { ...brand.colours, [role]: hex } }, role)
  }

  return (
    <>
      <TopLine
        crumbs={[
          { label: 'Clients', href: '/' },
          { label: client.name, href: `/clients/${client.id}` },
          { label: 'Brand' },
        ]}
      />
      <main className="mx-auto flex max-w-3xl flex-col gap-8 px-4 py-8 sm:px-6">
        <div>
          <h1 className="text-3xl">Brand of {client.name}</h1>
          <p className="mt-1 text-faint">
            Drafts that follow the brand change with it. What is live changes when it is published again.
          </p>
        </div>
        <ForEditors>
          <TokensFile
            onTokens={(tokens) => {
              const next = brandFromTokens(brand, tokens)
              draft.set(next.brand)
              setTyped({})
              return next.taken
            }}
          />
        </ForEditors>
        <fieldset disabled={!mayEdit} className="contents">
          <section aria-labelledby="colours">
            <h2 id="colours" className="mb-2 text-lg">
              Colours
            </h2>
            <ul className="divide-y divide-hair border-y border-hair">
              {colourRoles.map((role) => {
                const value = brand.colours[role]
                const ratio =
                  role === 'background' || role === 'line'
                    ? undefined
                    : contrast(value, brand.colours.background)
                const isFaint = ratio !== undefined && ratio < readableRatio
                return (
                  <li key={role} className="flex flex-wrap items-center gap-x-4 gap-y-1 py-3">
                    <input
                      type="color"
                      aria-label={`${roleWords[role]}: colour picker`}
                      value={value.slice(0, 7)}
                      onChange={(event) => setColour(role, event.target.value)}
                      className="h-10 w-12 cursor-pointer rounded border border-edge bg-paper p-0.5"
                    />
                    <label htmlFor={`colour-${role}`} className="w-36 font-medium">
                      {roleWords[role]}
                    </label>
                    <input
                      id={`colour-${role}`}
                      value={typed[role] ?? value}
                      spellCheck={false}
                      aria-invalid={
                        typed[role] !== undefined && hexOf(typed[role]) === undefined ? true : undefined
                      }
                      onChange={(event) => setColour(role, event.target.value)}
                      className={`${inputClass} !w-28 font-mono`}
                    />
                    {ratio !== undefined && (
                      <span className={`text-[13px] ${isFaint ? 'text-brick' : 'text-faint'}`}>
                        {ratio.toFixed(1)} : 1 on the background{isFaint ? ', too little for text' : ''}
                      </span>
                    )}
                    {isFaint && (
                      <Button
                        small
                        onClick={() => setColour(role, readableShade(value, brand.colours.background))}
                      >
                        Use {readableShade(value, brand.colours.background)}
                      </Button>
                    )}
                  </li>
                )
              })}
            </ul>
          </section>
          <section aria-labelledby="fonts" className="flex flex-col gap-3">
            <h2 id="fonts" className="text-lg">
              Fonts
            </h2>
            {(['heading', 'body'] as const).map((use) => (
              <div key={use} className="flex flex-wrap items-center gap-3">
                <label htmlFor={`font-${use}`} className="w-36 font-medium">
                  {use === 'heading' ? 'Headings' : 'Text'}
                </label>
                <select
                  id={`font-${use}`}
                  value={brand.fonts[use]}
                  onChange={(event) =>
                    draft.set({ ...brand, fonts: { ...brand.fonts, [use]: event.target.value } })
                  }
                  className={`${inputClass} !w-48`}
                >
                  {fontFamilies.map((family) => (
                    <option key={family.id} value={family.id}>
                      {family.label}
                    </option>
                  ))}
                </select>
              </div>
            ))}
          </section>
          <Specimen brand={brand} delivery={delivery} />
          <TextField
            label="Corners, in px"
            type="number"
            min={0}
            max={40}
            value={brand.radius}
            onChange={(event) =>
              draft.set({ ...brand, radius: Math.min(40, Math.max(0, Number(event.target.value))) }, 'radius')
            }
            className="max-w-40"
          />
        </fieldset>
        <ForEditors>
          {typeof draft.saving === 'object' && (
            <Notice tone="broken" role="alert">
              {draft.saving.problem}
            </Notice>
          )}
          <div className="flex items-center gap-3">
            <Button
              look="main"
              busy={busy}
              disabled={!isChanged || isWrong}
              onClick={() =>
                void act(async () => {
                  if (await draft.saveNow()) setTyped({})
                })
              }
            >
              Save the brand
            </Button>
            {isChanged && (
              <Button
                onClick={() => {
                  draft.set(saved)
                  setTyped({})
                }}
              >
                Back to what is saved
              </Button>
            )}
            {isWrong && (
              <span role="alert" className="text-brick">
                A colour is written as in CSS, like #2f5d50 or rgb(47 93 80).
              </span>
            )}
          </div>
        </ForEditors>
      </main>
    </>
  )
}

/** The brand at work: its fonts set in themselves, its colours on its background. */
function Specimen({ brand, delivery }: { brand: Brand; delivery: string }) {
  const faces = fontFamilies
    .map(
      (family) =>
        `@font-face{font-family:"yimble-${family.id}";src:url(${delivery}/fonts/${family.id}.woff2) format("woff2");font-weight:100 900}`,
    )
    .join('')
  const { colours, fonts, radius } = brand
  return (
    <div
      className="p-6"
      style={{
        background: colours.background,
        border: `1px solid ${colours.line}`,
        borderRadius: radius,
        fontFamily: fontStack(fonts.body),
        color: colours.text,
      }}
    >
      <style>{faces}</style>
      <p style={{ fontFamily: fontStack(fonts.heading), fontSize: 24, fontWeight: 700, lineHeight: 1.25 }}>
        As it will look on their site
      </p>
      <p style={{ color: colours.muted, fontSize: 14 }}>2 March 2026, small print</p>
      <p className="my-2">
        Text is set like this, a line or two of it, so that the shape of the letters can be seen.
      </p>
      <p style={{ color: colours.accent, fontWeight: 600, textDecoration: 'underline' }}>A link</p>
    </div>
  )
}

/** Takes colours, fonts and corners out of a file of design tokens; nothing is saved by it. */
function TokensFile({ onTokens }: { onTokens: (tokens: readonly DesignToken[]) => readonly Taken[] }) {
  const input = useRef<HTMLInputElement>(null)
  const [said, setSaid] = useState<string>()
  async function take(files: readonly File[]) {
    if (files.length === 0) return
    const texts = await Promise.all(files.map((file) => file.text()))
    const readings = texts.map((text, at) =>
      readBytes(new TextEncoder().encode(text), { beside: texts.filter((_other, one) => one !== at) }),
    )
    const tokens = readings.some((one) => one.tokens)
      ? readings.flatMap((one) => one.tokens ?? [])
      : undefined
    const taken = tokens ? onTokens(tokens) : []
    setSaid(
      !tokens
        ? `${files[0]!.name} holds no design tokens: a file of them is JSON with “$value” in it.`
        : taken.length === 0
          ? 'None of its names could be matched to a role. Set the colours by hand below.'
          : `Taken over, not saved yet: ${taken.map((one) => `${one.role} ${one.value} (${one.path})`).join(', ')}.`,
    )
  }
  return (
    <div className="flex flex-col items-start gap-1">
      <Button onClick={() => input.current?.click()}>Take over from design tokens</Button>
      <input
        ref={input}
        type="file"
        aria-label="Files of design tokens"
        multiple
        accept=".json,.tokens"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          void take([...(event.target.files ?? [])])
          event.target.value = ''
        }}
      />
      {said && (
        <p role="status" className="text-[13px]">
          {said}
        </p>
      )}
    </div>
  )
}
