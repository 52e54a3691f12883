/** What two of the clients show on the network, picture by picture: whose drawing, what they say, how large it is. */

export interface Shown {
  /** Folder of the drawings below `pages/`. */
  readonly site: 'kiln' | 'nursery'
  readonly at: number
  readonly words: string
  /** px */
  readonly size: readonly [width: number, height: number]
}

const kiln: readonly (readonly [words: string, width: number, height: number])[] = [
  ['A jar, a bottle and a cup. The cup is taken; the others are thinking about it.', 1200, 750],
  ['Thirty hours in. The door stays open until somebody says the word. The word is soup.', 1200, 1600],
  ['The jug that pours without a drop on the cloth. It took eleven.', 1200, 1200],
  ['Two hands, one lump, no hurry. Wednesday evening, four stools.', 1200, 900],
  ['A bowl with a dark rim, for whoever eats their porridge with the light on.', 1200, 1200],
  ['Tall bottle. It holds a pint, or one reed, or an opinion.', 1200, 1500],
  ['Two mugs for two people. Each made the other’s, and neither will swap back.', 1200, 1091],
  ['Low water by the tide mill, this morning. Forty plates are drying behind that wall.', 1200, 632],
]
const nursery: readonly (readonly [words: string, width: number, height: number])[] = [
  [
    'Lace by the gate. They look untidy until the first frost. Then you get up early, and there is this.',
    1200,
    1200,
  ],
  ['The fern that came back. Nobody had watered it since March; it has made its point.', 1200, 1200],
  ['Blackbirds have not noticed yet. Give it until Friday.', 1200, 1200],
  ['First of the hellebores, three weeks early and pleased with herself.', 1200, 1200],
  ['Wind, drawn. The grasses do it better than the flag.', 1200, 1200],
  ['Sixty degrees inside. Turn it, step back, and do not wear the good jumper.', 1200, 1200],
  ['Cloud hedge, second haircut. It has stopped asking when we are done.', 1200, 1200],
  ['Pots from the marsh road. Frost-proof, they say, and we have tried.', 1200, 1200],
]

const listed = (site: Shown['site'], all: typeof kiln): readonly Shown[] =>
  all.map(([words, width, height], at) => ({ site, at, words, size: [width, height] }))

/** By account. */
export const shownBy: Readonly<Record<string, readonly Shown[]>> = {
  'kiln.and.tide': listed('kiln', kiln),
  'wick.and.willow': listed('nursery', nursery),
}
