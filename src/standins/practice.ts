/** The people of one practice, in two languages, as the register of people has them. */

export interface Colleague {
  readonly given: string
  readonly family: string
  readonly role: string
  readonly about: string
  readonly days: string
  readonly town: string
  readonly phone: string
  readonly mail: string
  /** Name of a drawing; none where nobody has drawn them yet. */
  readonly portrait?: string
  readonly pages?: readonly string[]
  readonly offers: readonly string[]
}

const ines = {
  days: 'Mo-Tu,Th-Fr 08:00-18:00',
  phone: '01632 960112',
  mail: 'ines@juniperlane.example',
  portrait: 'ines',
}
const tobias = {
  days: 'Mo,We-Th,Sa 08:00-18:00',
  phone: '01632 960114',
  mail: 'tobias@juniperlane.example',
  portrait: 'tobias',
}
const yusra = {
  days: 'Tu-We,Fr 08:00-18:00',
  phone: '01632 960116',
  mail: 'yusra@juniperlane.example',
  portrait: 'yusra',
}
const prudence = { days: 'Mo-Fr 08:00-18:30', phone: '01632 960110', mail: 'desk@juniperlane.example' }
const anneliese = {
  days: 'Th-Sa 08:00-18:00',
  phone: '01632 960113',
  mail: 'anneliese@juniperlane.example',
  portrait: 'anneliese',
}
const kwame = {
  days: 'Mo-We,Fr-Sa 08:00-18:00',
  phone: '01632 960115',
  mail: 'kwame@juniperlane.example',
  portrait: 'kwame',
}

export const practices: Readonly<
  Record<string, { readonly label: string; readonly people: readonly Colleague[] }>
> = {
  juniper: {
    label: 'Juniper Lane Vets',
    people: [
      {
        ...ines,
        given: 'Ines',
        family: 'Hallam',
        role: 'Runs the practice; cats, and cats only pretending to be ill',
        about:
          'Ines came for a fortnight in the wet spring and stayed. She looks after cats who would rather be elsewhere, and talks to them in a low voice about the weather. Owners find it helps them too.',
        town: 'Upper Juniper',
        pages: ['https://lumenfold.example/ines', 'https://hedgehogs.example/'],
        offers: ['A first look at a new cat', 'Booster vaccination', 'A talk about an old cat'],
      },
      {
        ...tobias,
        given: 'Tobias',
        family: 'Greenhalgh',
        role: 'Vet for dogs with plans',
        about: 'Tobias has two dogs of his own and is outvoted at home. He runs the puppy evenings.',
        town: 'Upper Juniper',
        offers: ['A first look at a new dog', 'Six evenings for puppies', 'Calm on the lead'],
      },
      {
        ...yusra,
        given: 'Yusra',
        family: 'Halabi',
        role: 'Surgeon',
        about:
          'Yusra mends what was swallowed, chewed or jumped from. She rings in the evening to ask how the night will be.',
        town: 'Upper Juniper',
        offers: ['Operations', 'A second opinion'],
      },
      {
        ...prudence,
        given: 'Prudence',
        family: 'Lark',
        role: 'Knows every animal by its sneeze',
        about: 'Prudence answers the telephone, and most of what is asked on it.',
        town: 'Upper Juniper',
        offers: [],
      },
      {
        ...anneliese,
        given: 'Anneliese',
        family: 'Brandvold-Macpherson',
        role: 'Birds, rabbits and what the garden brings',
        about:
          'Anneliese keeps hens, a tortoise and a list of everything that has ever been called a pigeon by mistake.',
        town: 'Tidewell',
        offers: ['Wings and beaks', 'Rabbit teeth'],
      },
      {
        ...kwame,
        given: 'Kwame',
        family: 'Ashdown',
        role: 'Head nurse',
        about: 'Kwame is who is holding the paw in every photograph you have seen of us.',
        town: 'Upper Juniper',
        offers: ['Weighing and worrying', 'Nails'],
      },
    ],
  },
  'juniper-ar': {
    label: 'جونيبر لين البيطرية',
    people: [
      {
        ...ines,
        given: 'إينيس',
        family: 'هالم',
        role: 'تدير العيادة، وتعتني بالقطط وبالقطط المتمارضة',
        about: 'جاءت إينيس لأسبوعين في ربيع ماطر وبقيت.',
        town: 'جونيبر العليا',
        offers: ['فحص أول لقطة جديدة', 'لقاح معزِّز'],
      },
      {
        ...tobias,
        given: 'توبياس',
        family: 'غرينهالش',
        role: 'طبيب الكلاب ذوات الخطط',
        about: 'لتوبياس كلبان، وهو في البيت أقلية.',
        town: 'جونيبر العليا',
        offers: ['فحص أول لكلب جديد'],
      },
      {
        ...yusra,
        given: 'يسرى',
        family: 'الحلبي',
        role: 'جرّاحة',
        about: 'تصلح يسرى ما ابتُلع أو مُضغ أو سقط.',
        town: 'جونيبر العليا',
        offers: ['عمليات'],
      },
      {
        ...prudence,
        given: 'برودنس',
        family: 'لارك',
        role: 'تعرف كل حيوان من عطسته',
        about: 'ترد برودنس على الهاتف.',
        town: 'جونيبر العليا',
        offers: [],
      },
      {
        ...anneliese,
        given: 'أنيليزه',
        family: 'براندفولد ماكفرسون',
        role: 'طيور وأرانب وما تأتي به الحديقة',
        about: 'تربي أنيليزه دجاجًا وسلحفاة.',
        town: 'تايدويل',
        offers: ['أسنان الأرانب'],
      },
      {
        ...kwame,
        given: 'كوامي',
        family: 'أشداون',
        role: 'رئيس التمريض',
        about: 'كوامي هو من يمسك بالكف في كل صورة.',
        town: 'جونيبر العليا',
        offers: ['وزن وقلق'],
      },
    ],
  },
}
