/** Made-up entries of the demo's publishers. */

export interface Entry {
  readonly title: string
  readonly text: string
  readonly author: string
  readonly daysAgo: number
  readonly tags: readonly string[]
  /** Seed of its picture; none where undefined. */
  readonly picture?: number
}

export interface Publication {
  readonly id: string
  readonly title: string
  readonly about: string
  readonly format: 'rss' | 'atom' | 'json'
  readonly motif: 'pot' | 'note' | 'leaf' | 'loaf'
  readonly entries: readonly Entry[]
}

const entry = (
  daysAgo: number,
  title: string,
  text: string,
  author: string,
  tags: string,
  picture?: number,
): Entry => ({ title, text, author, daysAgo, tags: tags.split(' '), picture })

export const publications: readonly Publication[] = [
  {
    id: 'workshop',
    title: 'Kiln & Tide journal',
    about: 'What comes out of the kiln, and what we learnt from what did not.',
    format: 'rss',
    motif: 'pot',
    entries: [
      entry(
        1,
        'The ash glaze that finally behaved',
        'Eleven test tiles, three ash beds and one very patient dog later, the new ash glaze runs where we want it to and stops where we hoped. It goes on the tall bottles first.',
        'Ada Fennimore',
        'glaze firing',
        1,
      ),
      entry(
        3,
        'Places left on the Saturday wheel class',
        'Two stools are free on the first Saturday of the month. Bring an apron and short nails; clay, tools and tea are here. Beginners sit by the window, where the light forgives.',
        'Bram Sampleton',
        'class wheel',
        2,
      ),
      entry(
        6,
        'Tide plates are back from the second firing',
        'Forty plates went in, thirty-eight came out. The two that cracked are on the garden wall, where the wrens have taken an interest in them.',
        'Ada Fennimore',
        'plates firing',
        3,
      ),
      entry(
        9,
        'Why we weigh our clay twice',
        'Once when it is wedged, once when it is thrown. The difference is what ends up on the floor, and the floor has been winning.',
        'Cleo Mockridge',
        'clay method',
        4,
      ),
      entry(
        13,
        'Open studio: come and choose your own seconds',
        'The shelf of seconds is full again. Everything on it holds water, most of it holds flowers, one of it holds a grudge. Doors are open from ten until the kettle is empty.',
        'Bram Sampleton',
        'studio sale',
        5,
      ),
      entry(
        18,
        'A slow week of handles',
        'Three hundred mugs want three hundred handles. We pulled, dried, trimmed and cursed. The cursing is optional and comes free with every mug.',
        'Cleo Mockridge',
        'handles mugs',
        6,
      ),
      entry(
        24,
        'Salt marsh blue',
        'A new blue for the breakfast bowls, mixed to match the marsh at half past six on a morning in March. It is a shade warmer than the sea and a good deal warmer than the weather.',
        'Ada Fennimore',
        'glaze colour',
        7,
      ),
      entry(
        31,
        'What the children made',
        'Seven otters, four volcanoes, a castle with plumbing and something that its maker says is Tuesday. All fired safely; collect them from the back room.',
        'Bram Sampleton',
        'class children',
        8,
      ),
      entry(
        40,
        'Rebuilding the kiln door',
        'New bricks, an old hinge, and a Sunday. It shuts with a sound like a good book.',
        'Cleo Mockridge',
        'kiln',
        9,
      ),
      entry(
        52,
        'Letters from people who broke things',
        'You sent us photographs of what you broke and how you mended it. Here are the best, with the glue named and shamed.',
        'Ada Fennimore',
        'letters mending',
      ),
      entry(
        66,
        'Notes on wax resist, from somebody who spilt it',
        'It does not come out of wool. It does not come out of oak. It makes a handsome line on stoneware.',
        'Cleo Mockridge',
        'method glaze',
        10,
      ),
      entry(
        80,
        'The year in pots, counted honestly',
        'One thousand nine hundred and four thrown, one thousand five hundred and eighty sold, ninety given away, the rest under the stairs.',
        'Bram Sampleton',
        'year',
        11,
      ),
    ],
  },
  {
    id: 'quay',
    title: 'Old Quay news',
    about: 'Concerts, sessions and the roof fund.',
    format: 'atom',
    motif: 'note',
    entries: [
      entry(
        2,
        'The winter sessions begin with fiddles',
        'Every second Thursday from eight, in the upper bar. Bring an instrument or bring ears. The stove is lit from seven.',
        'Dara Quillby',
        'session winter',
        21,
      ),
      entry(
        4,
        'A new piano, carried up by eleven people',
        'It came by barge, it went up by rope, and it was in tune for nearly an hour. The tuner is due on Friday and so is the first recital.',
        'Edmund Specimen',
        'piano hall',
        22,
      ),
      entry(
        8,
        'Harbour Choir looks for two basses',
        'Rehearsals are on Mondays. You need not read music, but you must be able to hold a line and carry a chair.',
        'Dara Quillby',
        'choir',
        23,
      ),
      entry(
        15,
        'Recording day: the brass band in an empty hall',
        'We moved out the seats, hung up the blankets and let them play. Three pieces will be on the listening page by the end of the month.',
        'Edmund Specimen',
        'recording brass',
        24,
      ),
      entry(
        22,
        'Roof fund: eighty slates to go',
        'Two hundred and twenty are up and dry. A slate costs what a round costs, and lasts longer.',
        'Dara Quillby',
        'roof',
      ),
      entry(
        35,
        'Children’s orchestra plays the sea',
        'Waves on the drums, gulls on the piccolo, and a fog horn that nobody had asked for. They play it again on Sunday.',
        'Edmund Specimen',
        'orchestra children',
        25,
      ),
      entry(
        47,
        'What the organ tuner found',
        'A bus ticket, four hairpins, a letter to a Miss Example of Quay Street, and the note that had been missing since spring.',
        'Edmund Specimen',
        'organ',
        26,
      ),
    ],
  },
  {
    id: 'nursery',
    title: 'Wick & Willow garden notes',
    about: 'What to do this week, and what to leave alone.',
    format: 'json',
    motif: 'leaf',
    entries: [
      entry(
        1,
        'Leave the seed heads standing',
        'They look untidy until the first frost, and then they look like lace. The finches agree.',
        'Fern Exampleby',
        'autumn seeds',
        41,
      ),
      entry(
        5,
        'Bare-root week',
        'Roses, currants and hedging come in on Wednesday with their feet in wet sacks. Plant them the same day, or dig them in and pretend that you did.',
        'Gil Standinson',
        'planting roses',
        42,
      ),
      entry(
        11,
        'Willow, three ways',
        'A fence, a basket and a den. Bundles of soaked rods are by the gate; the den is not for sale.',
        'Fern Exampleby',
        'willow craft',
        43,
      ),
      entry(
        19,
        'The compost that steams',
        'If it steams, it works. If it smells, turn it. If it moves, it is the hedgehog, and you leave it be.',
        'Gil Standinson',
        'compost',
      ),
      entry(
        28,
        'Apples to keep and apples to eat now',
        'Lay the keepers apart, so that one bad thought does not spread. Eat the others on the way in.',
        'Fern Exampleby',
        'apples',
        44,
      ),
      entry(
        43,
        'A small pond in an old sink',
        'Plug the hole, add a brick as stairs, wait. The first tenant moved in after nine days.',
        'Gil Standinson',
        'pond',
        45,
      ),
    ],
  },
  {
    id: 'bakery',
    title: 'Marlowick Bakery, from the oven',
    about: 'What is baked when.',
    format: 'rss',
    motif: 'loaf',
    entries: [
      entry(
        2,
        'Plum slices while there are plums',
        'There are nine crates. After that there is apple, and then it is winter.',
        'Hettie Larkrise',
        'plum seasonal',
        61,
      ),
      entry(
        10,
        'The rye is back on Tuesdays',
        'Dense, dark, and good for a week. We bake forty and keep two back for people who ring before eight.',
        'Hettie Larkrise',
        'rye bread',
        62,
      ),
      entry(
        20,
        'A night with the night shift',
        'They start at one, they argue about the radio until two, and by five there are twelve hundred rolls and no argument left.',
        'Ivo Sandling',
        'bakery people',
        63,
      ),
    ],
  },
]
