'use client'
/** The form as visitors will see it, at three widths, while it is edited. */
import { useMemo, useState } from 'react'
import type { ClientShape } from '@/core/api/shapes'
import type { Brand } from '@/core/design/brand'
import type { Form } from '@/core/forms/form'
import { noDecisions } from '@/core/rules/fields'
import { defaultsOf } from '@/core/settings/settings'
import type { Settings } from '@/core/settings/field'
import type { FromStage, Measure } from '@/core/stage/messages'
import { neutralSlots } from '@/core/stage/neutralPage'
import { getKind } from '@/kinds/all'
import { Stage, type DeviceId } from '../bench/Stage'
import { useRoomyFrames } from '../bench/useRoomyFrames'
import { useRender } from '../bench/useRender'

const kind = getKind('questions')
const settings: Settings = { ...defaultsOf(kind.fields), ...kind.startingPoints[0]!.settings }
const still = { get: () => ({ settings }), subscribe: () => () => undefined }
const items: readonly [] = []
const anchor = neutralSlots[0]!.anchor

export interface FormStageProps {
  readonly form: Form
  /** Which of the steps is looked at. */
  readonly step: number
  readonly client: ClientShape
  readonly delivery: string
}

export function FormStage({ form, step, client, delivery }: FormStageProps) {
  const [large, setLarge] = useState<DeviceId>('computer')
  const [measures, setMeasures] = useState<Readonly<Record<string, Measure>>>({})
  const rest = useMemo(
    () => ({
      kind: kind.id,
      brand: client.brand as Brand,
      decisions: noDecisions,
      locale: client.locale,
      timeZone: client.timeZone,
      assets: delivery,
      reviews: undefined,
      objects: { form: { form, release: 0, preview: step } },
      items,
    }),
    [client, delivery, form, step],
  )
  const { addFrame, failed } = useRender(still, rest, (frame: string, message: FromStage) => {
    if (message.type === 'measure') setMeasures((before) => ({ ...before, [frame]: message }))
  })
  const roomy = useRoomyFrames(measures, 'neutral')
  return (
    <>
      {failed && <p role="alert">{failed}</p>}
      <Stage
        src={`${delivery}/stage/neutral`}
        widgetRef="form"
        anchor={anchor}
        pageName="The form on a neutral page"
        large={large}
        onLarge={setLarge}
        roomy={roomy}
        onPort={addFrame}
      />
    </>
  )
}
