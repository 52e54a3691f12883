/** Files that a visitor sent, as downloads; what was said on the telephone can be heard here. */
import { sizeInWords, type GivenFile } from '@/core/forms/files'
import { PlaySound } from '../parts/PlaySound'

/** Only what our own exchange has brought: nothing else that comes in is played. */
export const isSound = ({ name }: GivenFile): boolean => name === 'message.wav'

export const FileLinks = ({ files }: { files: readonly GivenFile[] }) => (
  <ul className="flex flex-col gap-1">
    {files.map((file) => (
      <li key={file.id}>
        {isSound(file) && <PlaySound url={`/files/${file.id}`} label="Listen to it" />}
        <a href={`/files/${file.id}`} download className="underline">
          {file.name}
        </a>{' '}
        <span className="text-[13px] text-faint">{sizeInWords(file.size, String)}</span>
      </li>
    ))}
  </ul>
)
