/** @jsxImportSource preact */
/** Ways to reach somebody: telephone, mail, and their pages elsewhere. Each on a line of its own, at a finger's size. */
import { toggle } from '../../core/settings/controls/toggle'
import { fact } from '../block'
import { small, type } from '../sizes'
import { onCards } from './group'

const group = { ...onCards, group: 'Ways to reach them', part: 'contact' } as const
/** Height of a line that can be touched. */
const lineEm = 1.75

interface Way {
  readonly href: string
  readonly words: string
}

/** The name of a network or a site is that of its host, without what all of them have. */
function hostOf(address: string): string | undefined {
  const host = /^https?:\/\/(?:www\.)?([^/:?#]+)/i.exec(address)?.[1]
  return host && /[a-z]/i.test(host) ? host : undefined
}

export const contact = fact({
  id: 'contact',
  parts: [{ name: 'contact', label: 'Ways to reach them' }],
  fields: {
    'contact.telephone': toggle({ ...group, label: 'Telephone', default: true }),
    'contact.email': toggle({ ...group, label: 'Mail', default: true }),
    'contact.others': toggle({ ...group, label: 'Pages elsewhere', default: false }),
  },
  of({ telephone = [], email = [], sameAs = [] }, values): readonly Way[] | undefined {
    const ways: Way[] = []
    const [number] = telephone
    const [address] = email
    if (values['contact.telephone'] && number)
      ways.push({ href: `tel:${number.replace(/[^+\d]/g, '')}`, words: number })
    if (values['contact.email'] && address) ways.push({ href: `mailto:${address}`, words: address })
    if (values['contact.others'])
      for (const one of sameAs.slice(0, 4)) {
        const host = hostOf(one)
        if (host) ways.push({ href: one, words: host })
      }
    return ways.length > 0 ? ways : undefined
  },
  view: (ways) => (
    <ul part="contact" role="list">
      {ways.map(({ href, words }) => (
        <li key={href}>
          <a href={href} dir={/^(tel|mailto):/.test(href) ? 'ltr' : undefined}>
            {words}
          </a>
        </li>
      ))}
    </ul>
  ),
  em(values, _room, value) {
    const most =
      Number(values['contact.telephone']) + Number(values['contact.email']) + Number(values['contact.others'])
    return (value?.length ?? most) * lineEm * small.size
  },
  styles: (values) => `
    [part=contact]{position:relative;z-index:1;padding:0;list-style:none;${type(small)}}
    [part=contact] li{height:${lineEm}em;line-height:${lineEm};white-space:nowrap;overflow:hidden;text-overflow:ellipsis}
    [part=contact] a{color:${values['look.accent']};text-decoration:underline;text-underline-offset:.15em}`,
  jsonLd(ways) {
    const after = (scheme: string) => ways.find(({ href }) => href.startsWith(scheme))?.words
    const sameAs = ways.filter(({ href }) => /^https?:/.test(href)).map(({ href }) => href)
    const [telephone, email] = [after('tel:'), after('mailto:')]
    return {
      ...(telephone ? { telephone } : {}),
      ...(email ? { email } : {}),
      ...(sameAs.length > 0 ? { sameAs } : {}),
    }
  },
})
