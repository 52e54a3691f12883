/** Files that a visitor sent, as downloads. */
import { sizeInWords, type GivenFile } from '@/core/forms/files'

export const FileLinks = ({ files }: { files: readonly GivenFile[] }) => (
  <ul className="flex flex-col gap-1">
    {files.map(({ id, name, size }) => (
      <li key={id}>
        <a href={`/files/${id}`} download className="underline">
          {name}
        </a>{' '}
        <span className="text-[13px] text-faint">{sizeInWords(size, String)}</span>
      </li>
    ))}
  </ul>
)
