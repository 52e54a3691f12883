/** @jsxImportSource preact */
/** Where the behaviour `nearest` says how far away it is, once a visitor has told where they are. It takes no room before. */
import { fact } from '../block'
import { small, type } from '../sizes'

export const far = fact({
  id: 'far',
  parts: [{ name: 'far', label: 'How far away' }],
  fields: {},
  of: ({ location }): true | undefined =>
    location?.latitude !== undefined && location.longitude !== undefined ? true : undefined,
  view: () => <p part="far" hidden />,
  em: () => 0,
  styles: (values) =>
    `[part=far]{${type(small)}color:${values['look.muted']}}[part=far][hidden]{display:none}`,
})
