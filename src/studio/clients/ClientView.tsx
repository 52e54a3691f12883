'use client'
/** One client: its widgets as live miniatures, its sources and their health, its sites. */
import Link from 'next/link'
import type {
  CalendarShape,
  ClientShape,
  FormShape,
  ListShape,
  SiteShape,
  SourceShape,
  SwitchboardShape,
  TeamShape,
  WebhookShape,
  WidgetShape,
} from '@/core/api/shapes'
import { colourRoles, type Brand } from '@/core/design/brand'
import { questionsOf } from '@/core/forms/form'
import { buttonClass } from '../parts/Button'
import { TopLine } from '../parts/TopLine'
import { Ago } from '../parts/Local'
import { ForEditors } from '../parts/Role'
import { ClientLists } from './ClientLists'
import { ClientPeople } from './ClientPeople'
import { ClientSettings } from './ClientSettings'
import { ClientWebhooks } from './ClientWebhooks'
import { SiteLine } from './SiteLine'
import { WidgetCard } from './WidgetCard'

export interface ClientViewProps {
  readonly client: ClientShape
  readonly widgets: readonly WidgetShape[]
  readonly sources: readonly SourceShape[]
  readonly sites: readonly SiteShape[]
  readonly lists: readonly ListShape[]
  readonly forms: readonly FormShape[]
  readonly calendars: readonly CalendarShape[]
  readonly switchboards: readonly SwitchboardShape[]
  readonly webhooks: readonly WebhookShape[]
  readonly people: TeamShape
  readonly delivery: string
}

export function ClientView({
  client,
  widgets,
  sources,
  sites,
  lists,
  forms,
  calendars,
  switchboards,
  webhooks,
  people,
  delivery,
}: ClientViewProps) {
  return (
    <>
      <TopLine crumbs={[{ label: 'Clients', href: '/' }, { label: client.name }]} />
      <main className="mx-auto flex max-w-6xl flex-col gap-10 px-4 py-8 sm:px-6">
        <section aria-labelledby="widgets">
          <div className="mb-4 flex flex-wrap items-end justify-between gap-3">
            <h1 id="widgets" className="text-3xl">
              {client.name}
            </h1>
            <ForEditors>
              <div className="flex flex-wrap gap-2">
                <ClientSettings client={client} widgets={widgets} />
                <Link href={`/clients/${client.id}/new`} className={buttonClass('main')}>
                  New widget
                </Link>
              </div>
            </ForEditors>
          </div>
          {client.archived && (
            <p className="mb-4 rounded-md border border-hair bg-marigold-wash px-3 py-2">
              This client is archived: it is out of the overview. Its widgets go on as they are.
            </p>
          )}
          {widgets.length === 0 ? (
            <p className="rounded-md border border-dashed border-edge p-8 text-center">
              No widget yet. Start one: pick what it shows, paste an address, see it on the client’s page.
            </p>
          ) : (
            <ul className="grid gap-4 sm:grid-cols-2 lg:grid-cols-3">
              {widgets.map((widget) => (
                <WidgetCard
                  key={widget.id}
                  widget={widget}
                  delivery={delivery}
                  brand={client.brand as Brand}
                />
              ))}
            </ul>
          )}
        </section>
        <div className="grid gap-10 md:grid-cols-2">
          <section aria-labelledby="sources">
            <h2 id="sources" className="mb-2 text-lg">
              Sources
            </h2>
            {sources.length === 0 ? (
              <p className="text-faint">None yet. They are added on the bench, under Gather.</p>
            ) : (
              <ul className="divide-y divide-hair border-y border-hair">
                {sources.map((source) => (
                  <li key={source.id}>
                    <Link href={`/sources/${source.id}`} className="block px-1 py-2.5 hover:bg-wash">
                      <span className="font-medium">{source.label}</span>
                      <span className="block text-[13px] text-faint">
                        {source.items} {source.items === 1 ? 'item' : 'items'} · {source.readerLabel} · read{' '}
                        {source.checkedAt ? <Ago iso={source.checkedAt} /> : 'not yet'}
                      </span>
                      {source.health === 'failing' && (
                        <span className="block text-[13px] text-brick">
                          Cannot be read: {source.lastProblem?.detail}
                        </span>
                      )}
                    </Link>
                  </li>
                ))}
              </ul>
            )}
          </section>
          <Things
            title="Forms"
            all={forms.map(({ id, name, live, widgets: having }) => ({
              name,
              href: `/forms/${id}`,
              note: `${questionsOf(live).length} questions · ${having.length === 0 ? 'in no widget yet' : `in ${having.map((one) => one.name).join(', ')}`}`,
            }))}
          />
          <Things
            title="Calendars"
            all={calendars.map(({ id, name, calendar: { services, resources } }) => ({
              name,
              href: `/calendars/${id}`,
              note: `${services.length} ${services.length === 1 ? 'service' : 'services'} · ${firstOf(resources)}`,
            }))}
          />
          <Things
            title="Switchboards"
            all={switchboards.map(({ id, name, switchboard: { phones } }) => ({
              name,
              href: `/switchboards/${id}`,
              note: phones.length === 0 ? 'No telephone yet' : phones.map((one) => one.name).join(', then '),
            }))}
          />
          {lists.length > 0 && (
            <section aria-labelledby="lists" className="md:col-start-1">
              <h2 id="lists" className="mb-2 text-lg">
                Lists
              </h2>
              <ClientLists lists={lists} />
            </section>
          )}
          <section aria-labelledby="people" className="md:col-start-1">
            <h2 id="people" className="mb-2 text-lg">
              Their people
            </h2>
            <ClientPeople clientId={client.id} team={people} />
          </section>
          <section aria-labelledby="webhooks" className="md:col-start-1">
            <h2 id="webhooks" className="mb-2 text-lg">
              Webhooks
            </h2>
            {webhooks.length === 0 && (
              <p className="mb-2 text-[13px] text-faint">
                None. A webhook tells another program of the client’s what visitors send, at once.
              </p>
            )}
            <ClientWebhooks clientId={client.id} webhooks={webhooks} />
          </section>
          <section aria-labelledby="sites" className="md:col-start-2 md:row-span-2 md:row-start-1">
            <h2 id="sites" className="mb-2 text-lg">
              Sites
            </h2>
            {sites.length === 0 ? (
              <p className="text-faint">None yet. Name the page it will stand on, under Place.</p>
            ) : (
              <ul className="divide-y divide-hair border-y border-hair">
                {sites.map((site) => (
                  <SiteLine key={site.id} site={site} />
                ))}
              </ul>
            )}
            <h2 className="mt-8 mb-2 text-lg">Brand</h2>
            <Link
              href={`/clients/${client.id}/brand`}
              className="flex flex-wrap items-center gap-3 rounded-md border border-hair p-3 hover:bg-wash"
            >
              <span aria-hidden className="flex overflow-hidden rounded border border-hair">
                {colourRoles.map((role) => (
                  <span key={role} className="h-7 w-7" style={{ background: client.brand.colours[role] }} />
                ))}
              </span>
              <span className="underline">Colours, fonts, corners</span>
            </Link>
          </section>
        </div>
      </main>
    </>
  )
}

const mostNamed = 3
const firstOf = (all: readonly { readonly name: string }[]): string =>
  all
    .slice(0, mostNamed)
    .map(({ name }) => name)
    .join(', ') + (all.length > mostNamed ? ` and ${all.length - mostNamed} more` : '')

interface ThingsProps {
  readonly title: string
  readonly all: readonly { readonly name: string; readonly href: string; readonly note: string }[]
}
/** What else is the client's, each with a room of its own. */
function Things({ title, all }: ThingsProps) {
  if (all.length === 0) return null
  const id = title.toLowerCase()
  return (
    <section aria-labelledby={id} className="md:col-start-1">
      <h2 id={id} className="mb-2 text-lg">
        {title}
      </h2>
      <ul className="divide-y divide-hair border-y border-hair">
        {all.map(({ name, href, note }) => (
          <li key={href}>
            <Link href={href} className="block px-1 py-2.5 hover:bg-wash">
              <span className="font-medium">{name}</span>
              <span className="block text-[13px] text-faint">{note}</span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}
