/** Kinds of files that a question may ask for, by what is in them. */
export const fileKinds = ['picture', 'document', 'sound', 'video'] as const
export type FileKind = (typeof fileKinds)[number]

/** Whether visitors are offered to take a picture of what they see. */
export const showsScreen = (question: {
  readonly kinds: readonly FileKind[]
  readonly fromScreen: boolean
}): boolean => question.fromScreen && question.kinds.includes('picture')

const documents = new Set([
  'application/pdf',
  'text/plain',
  'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  'application/vnd.openxmlformats-officedocument.presentationml.presentation',
  'application/vnd.oasis.opendocument.text',
  'application/vnd.oasis.opendocument.spreadsheet',
  'application/vnd.oasis.opendocument.presentation',
])
/** Without SVG: it can hold programs. */
const pictures = new Set(['image/jpeg', 'image/png', 'image/gif', 'image/webp', 'image/avif', 'image/heic'])

/** @param type - media type, as found in the bytes @returns undefined for what is never taken */
export function kindOfFile(type: string): FileKind | undefined {
  if (pictures.has(type)) return 'picture'
  if (documents.has(type)) return 'document'
  if (type.startsWith('audio/')) return 'sound'
  return type.startsWith('video/') ? 'video' : undefined
}

/** For the browser's own choice of files; what counts is what the server finds in them. Documents have too many names to be told by. */
export const acceptFor = (kinds: readonly FileKind[]): string =>
  kinds.includes('document')
    ? ''
    : kinds
        .map((kind) => `${{ picture: 'image', sound: 'audio', video: 'video', document: '' }[kind]}/*`)
        .join()

export const filePattern = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/

/** A file that has arrived, as its form and the inbox know it. */
export interface GivenFile {
  readonly id: string
  readonly name: string
  readonly size: number
}

/** Such as `1.2 MB`, in the language's way of writing numbers. */
export function sizeInWords(bytes: number, numberOf: (value: number) => string): string {
  if (bytes < 1000) return `${bytes} B`
  const [value, unit] = bytes < 1_000_000 ? [bytes / 1000, 'kB'] : [bytes / 1_000_000, 'MB']
  return `${numberOf(value < 10 ? Math.round(value * 10) / 10 : Math.round(value))} ${unit}`
}
