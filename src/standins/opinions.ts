/** What people wrote about the businesses of the reviews directory, newest first; after these it goes on with made-up sentences. */

export interface Opinion {
  readonly by: string
  readonly stars: number
  readonly says: string
  readonly answer?: { readonly by: string; readonly says: string }
}

export const opinions: Readonly<Record<string, readonly Opinion[]>> = {
  b1: [
    { by: 'Philippa Thorne', stars: 5, says: 'The rye is worth the ferry.' },
    {
      by: 'Anselm Wray',
      stars: 5,
      says: 'My mother is ninety-one and sends back everything. She did not send back the cardamom knot.',
    },
    {
      by: 'Cuthbert Lisle',
      stars: 4,
      says: 'Good bread, long queue. Bring a book; the lady in front of me had two.',
    },
    { by: 'Ludo Fairweather', stars: 5, says: 'Crust like a good argument.' },
    {
      by: 'Hester Quillfeather',
      stars: 2,
      says: 'Sold out by nine, and I live on the far side of the marsh.',
      answer: {
        by: 'Odette from the bakery',
        says: 'Ring us the evening before, and your loaf has your name on it until noon.',
      },
    },
    {
      by: 'Henrike Vandermolen-Achterberg',
      stars: 5,
      says: 'We ordered the wedding loaf four months ahead and changed the number of guests three times. Nobody sighed. On the day it came still warm, wrapped in a flour sack with our names sewn on, and a second, smaller loaf for the morning after.',
    },
    {
      by: 'Gideon Marsh',
      stars: 3,
      says: 'Twenty minutes in the rain, and when I got to the counter the knots were gone. The bread is splendid. The waiting is not.',
      answer: {
        by: 'Odette from the bakery',
        says: 'You are right, and it was our oven. Since Monday there is a second tray at nine. The next knot is on us; say “rain” at the counter.',
      },
    },
    { by: 'Barnaby Thistlewood', stars: 1, says: 'Shut on the one day I came.' },
    { by: 'Bartholomew Quill', stars: 4, says: 'Closed on Thursdays. I weep.' },
    {
      by: 'Rosalind Achebe',
      stars: 5,
      says: 'They remembered that my son can’t have sesame. He is the happiest person in Tidewell.',
    },
    {
      by: 'Marguerite Sandoval',
      stars: 5,
      says: 'I have moved house twice since they opened and each time looked at the map for the shops first. The man with the keys thought I was joking.',
    },
  ],
  b7: [
    { by: 'سلمى الدوري', stars: 5, says: 'قطتي لا تكلّم أحدًا، لكنها كلّمتهم.' },
    { by: 'مروان بيضون', stars: 5, says: 'انتظرنا خمس دقائق، وخرج الكلب وهو يريد أن يعود.' },
    {
      by: 'نجوى عبد الرحيم الخطيب',
      stars: 5,
      says: 'شرحوا لي كل شيء مرتين، مرة بالإنجليزية ومرة بالعربية، ثم اتصلوا في المساء ليسألوا كيف نامت. لم يفعل ذلك معي أي طبيب، لا لي ولا لقطتي.',
    },
    { by: 'هادي سمعان', stars: 4, says: 'للعيادة بابان، وهذا أذكى ما رأيت.' },
    { by: 'ريم الحداد', stars: 5, says: 'الأرنب بخير، وأنا أيضًا.' },
  ],
}
