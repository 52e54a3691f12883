/** The vets' advice, which comes up while somebody types what their question is about. */
import Papa from 'papaparse'
import type { SourceShape } from '@/core/api/shapes'
import type { Actor } from '../../server/services/access/actor'
import { db } from '../../server/db/db'
import { findEntries } from '../../server/services/items/searching'
import { addFile } from '../../server/services/sources/tables'
import { countReads } from '../../server/services/visitors/help'

const advice: readonly (readonly [title: string, text: string])[] = [
  [
    'When a cat has stopped eating: how long is too long',
    'A cat that eats nothing for a whole day should be seen, even when she drinks and sleeps as usual. Her liver does not do well without food.\n\nUntil then: warm what she likes best, put it where she hides, and leave the room. Do not push food into her mouth.\n\nCome at once when she also breathes fast, hides from you, or has yellow ears.',
  ],
  [
    'After an operation, cats often don’t eat on the first evening',
    'The anaesthetic takes until the next morning to leave. Water should be there, and a spoonful of something soft.\n\nNothing by breakfast? Then ring us before nine.',
  ],
  [
    'A dog that ate chocolate',
    'Find the wrapper, weigh the dog in your mind, and ring. Dark chocolate is the worst. Within two hours we can do most.\n\nDo not make him sick with salt water: that is worse than the chocolate.',
  ],
  [
    'Ticks: how to take one out, and when to worry',
    'Turn it slowly with tweezers close to the skin. No oil, no match.\n\nA red ring that grows within a week, or a dog that is tired and lame, is a reason to come.',
  ],
  [
    'Hens that sneeze, and hens that stand apart',
    'One sneeze is dust in the bedding. Sneezing with wet eyes is catching: keep her apart, warm, with water that she can reach.\n\nA hen that stands apart with her feathers up has usually been ill for days. Bring her in a box with a lid.',
  ],
  [
    'Rabbits need hay more than anything else',
    'Four fifths of what a rabbit eats should be hay. A rabbit that has not eaten for half a day is an emergency, at any hour.\n\nSigns: small droppings or none, grinding teeth, sitting hunched.',
  ],
  [
    'The first visit with a kitten or a puppy',
    'Bring the papers you were given, and a blanket that smells of home. We weigh, listen, look at teeth and belly, and give the first injection when the age is right.\n\nTake half an hour. Nothing hurts.',
  ],
  [
    'What a visit costs, and how you can pay',
    'A visit on weekdays is 38, at night and on Sundays 94. Medicines are extra, and we say before we begin what it will come to.\n\nBy card, by transfer, or in three parts without interest.',
  ],
  [
    'Worms and fleas: how often, and with what',
    'Cats that hunt: every month. Cats that sit at windows: four times a year. Dogs: four times a year, and after the sea every time they ate fish on the beach.\n\nWash the basket at 60 degrees on the same day.',
  ],
]

export const seedAdvice = (designer: Actor, vets: string): Promise<SourceShape> =>
  addFile(designer, vets, {
    name: 'Advice.csv',
    text: Papa.unparse({ fields: ['Title', 'Text'], data: advice.map((row) => [...row]) }),
  })

/** What visitors typed, how many of them opened what fitted best, and how many of those asked all the same. */
const typed = [
  ['my cat stopped eating', 9, 3],
  ['how much is a visit', 7, 1],
  ['tick on my dog', 4, 0],
  ['hen sneezes', 3, 2],
] as const

export async function seedReads(agencyId: string): Promise<void> {
  const row = await db().Widget.findOne({
    where: { name: 'Ask the practice', agencyId },
    rejectOnEmpty: true,
  })
  for (const [words, opened, sent] of typed) {
    const [best] = await findEntries(row.id, 'en', words, 1)
    for (let at = 0; at < opened; at += 1) await countReads(row.id, [best!.id], 'opened')
    for (let at = 0; at < sent; at += 1) await countReads(row.id, [best!.id], 'sent')
  }
}
