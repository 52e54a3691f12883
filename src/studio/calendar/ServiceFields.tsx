'use client'
/** All about one service. */
import type { CalendarResource, CalendarService } from '@/core/booking/shape'
import { Tick } from '../forms/Tick'
import { useIsClient } from '../parts/Role'
import { TextField } from '../parts/TextField'
import { UploadPicture } from '../parts/UploadPicture'
import { Button } from '../parts/Button'
import { HoursWeek } from './HoursWeek'
import { NumberField } from './NumberField'

export interface ServiceFieldsProps {
  readonly service: CalendarService
  readonly resources: readonly CalendarResource[]
  readonly currency: string
  readonly clientId: string
  readonly onChange: (service: CalendarService, field: string) => void
}

export function ServiceFields({ service, resources, currency, clientId, onChange }: ServiceFieldsProps) {
  const isClient = useIsClient()
  const set = <K extends keyof CalendarService>(field: K, value: CalendarService[K]) =>
    onChange({ ...service, [field]: value }, field)
  const number = (
    field: 'minutes' | 'every' | 'bufferBefore' | 'bufferAfter' | 'places' | 'notice' | 'aheadDays',
  ) => ({
    value: service[field],
    onChange: (value: number | null) => value !== null && set(field, value),
  })
  const lines = (text: string) =>
    text
      .split('\n')
      .map((line) => line.trim())
      .filter(Boolean)
  return (
    <div className="flex max-w-2xl flex-col gap-5">
      <TextField
        label="Name"
        value={service.name}
        maxLength={120}
        onChange={(event) => set('name', event.target.value)}
      />
      <div className="grid gap-4 sm:grid-cols-2">
        <TextField
          label="Group"
          hint="Services of one group stand together"
          value={service.group}
          maxLength={60}
          onChange={(event) => set('group', event.target.value)}
        />
        <div className="grid grid-cols-2 gap-4">
          <NumberField
            label="Price"
            unit={currency}
            most={1e7}
            isWhole={false}
            canBeEmpty
            value={service.price}
            onChange={(value) => set('price', value)}
          />
          <TextField
            label="Beside it"
            placeholder="lunch included"
            value={service.priceNote}
            maxLength={80}
            onChange={(event) => set('priceNote', event.target.value)}
          />
        </div>
      </div>
      <div className="grid grid-cols-2 gap-4 sm:grid-cols-4">
        <NumberField label="It takes" unit="minutes" least={5} most={20_160} {...number('minutes')} />
        <NumberField label="Starts every" unit="minutes" least={5} most={20_160} {...number('every')} />
        <NumberField label="Kept free before" unit="minutes" most={1440} {...number('bufferBefore')} />
        <NumberField label="Kept free after" unit="minutes" most={1440} {...number('bufferAfter')} />
        <NumberField
          label="Places"
          hint="More than one: a class"
          least={1}
          most={1000}
          {...number('places')}
        />
        <NumberField label="At the latest" unit="minutes before" most={525_600} {...number('notice')} />
        <NumberField
          label="At the earliest"
          unit="days before"
          least={1}
          most={730}
          {...number('aheadDays')}
        />
      </div>
      <Needs service={service} resources={resources} onChange={(needs) => set('needs', needs)} />
      <section aria-label="When it takes place" className="flex flex-col gap-2">
        <Tick
          label="It takes place at hours of its own, such as a class on Thursdays"
          isOn={service.hours.length > 0}
          onChange={(isOn) => set('hours', isOn ? ['Th 18:00-20:00'] : [])}
        />
        {service.hours.length > 0 && (
          <HoursWeek of={service.name} lines={service.hours} onChange={(hours) => set('hours', hours)} />
        )}
      </section>
      <TextField
        isLong
        label="What it is"
        value={service.text}
        maxLength={1500}
        onChange={(event) => set('text', event.target.value)}
      />
      <TextField
        isLong
        label="What to know beforehand"
        hint="One line each"
        key={service.id}
        defaultValue={service.before.join('\n')}
        onChange={(event) => set('before', lines(event.target.value).slice(0, 12))}
      />
      <TextField
        label="Lists"
        hint="Names with commas between them; a widget can show one list only"
        key={`lists ${service.id}`}
        defaultValue={service.lists.join(', ')}
        onChange={(event) =>
          set(
            'lists',
            event.target.value
              .split(',')
              .map((one) => one.trim())
              .filter(Boolean)
              .slice(0, 10),
          )
        }
      />
      <div className="flex flex-col gap-2">
        <span className="font-medium">Pictures</span>
        <ul className="flex flex-wrap gap-2">
          {service.image.map((picture, at) => (
            <li key={picture.ref}>
              <Button
                small
                onClick={() =>
                  set(
                    'image',
                    service.image.filter((_one, place) => place !== at),
                  )
                }
              >
                Remove picture {at + 1}
              </Button>
            </li>
          ))}
          {!isClient && (
            <li>
              <UploadPicture
                clientId={clientId}
                label="Add a picture"
                onDone={({ ref, width, height }) =>
                  set('image', [...service.image, { ref, width, height, caption: service.name }].slice(0, 12))
                }
              />
            </li>
          )}
        </ul>
      </div>
      <Tick
        label="It is offered to visitors"
        isOn={service.isOffered}
        onChange={(isOn) => set('isOffered', isOn)}
      />
    </div>
  )
}

interface NeedsProps {
  readonly service: CalendarService
  readonly resources: readonly CalendarResource[]
  readonly onChange: (needs: CalendarService['needs']) => void
}

/** People of whom any will do, and rooms of which any will do. */
function Needs({ service, resources, onChange }: NeedsProps) {
  const of = (is: CalendarResource['is']) => resources.filter((one) => one.is === is)
  const idsOf = (is: CalendarResource['is']) => new Set(of(is).map(({ id }) => id))
  const needOf = (is: CalendarResource['is']) => {
    const ids = idsOf(is)
    return service.needs.find((need) => need.of.some((id) => ids.has(id)))
  }
  const set = (is: CalendarResource['is'], chosen: readonly string[], count: number) => {
    const ids = idsOf(is)
    const rest = service.needs.filter((need) => !need.of.some((id) => ids.has(id)))
    const need = { of: [...chosen], count: Math.max(1, Math.min(count, chosen.length)) }
    const mine = chosen.length > 0 ? [need] : []
    onChange(is === 'person' ? [...mine, ...rest] : [...rest, ...mine])
  }
  const group = (is: CalendarResource['is'], label: string, hint: string) => {
    const all = of(is)
    const need = needOf(is)
    if (all.length === 0) return null
    return (
      <fieldset className="flex flex-col gap-1">
        <legend className="font-medium">{label}</legend>
        <p className="text-[13px] text-faint">{hint}</p>
        {all.map(({ id, name }) => (
          <Tick
            key={id}
            label={name}
            isOn={need?.of.includes(id) ?? false}
            onChange={(isOn) =>
              set(
                is,
                isOn ? [...(need?.of ?? []), id] : (need?.of ?? []).filter((one) => one !== id),
                need?.count ?? 1,
              )
            }
          />
        ))}
        {need && need.of.length > 1 && (
          <NumberField
            label="How many at once"
            least={1}
            most={need.of.length}
            value={need.count}
            onChange={(count) => count !== null && set(is, need.of, count)}
          />
        )}
      </fieldset>
    )
  }
  return (
    <div className="grid gap-4 sm:grid-cols-2">
      {group('person', 'Who does it', 'Any of those who are ticked')}
      {group('room', 'Where', 'Any of these; none ticked: no room is needed')}
    </div>
  )
}
