/** What goes along with an answer, and the way to add to it. */
import { Paperclip, X } from 'lucide-react'
import { sizeInWords } from '@/core/forms/files'
import type { AttachedFiles } from './useAttached'

export const Attached = ({ files, isComing, add, remove }: AttachedFiles) => (
  <div className="mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-1 text-[13px]">
    <label className="flex h-7 cursor-pointer items-center gap-1.5 text-spruce underline underline-offset-2 focus-within:outline-2 focus-within:outline-offset-2 focus-within:outline-spruce">
      <Paperclip aria-hidden className="size-3.5" />
      Attach files
      <input
        type="file"
        multiple
        className="sr-only"
        onChange={({ currentTarget }) => {
          add([...(currentTarget.files ?? [])])
          currentTarget.value = ''
        }}
      />
    </label>
    <ul className="contents">
      {files.map(({ id, name, size }) => (
        <li key={id} className="flex items-center gap-1">
          <span className="max-w-56 truncate">{name}</span>
          <span className="text-faint">{sizeInWords(size, String)}</span>
          <button
            type="button"
            aria-label={`Leave out ${name}`}
            onClick={() => remove(id)}
            className="grid size-6 place-items-center rounded hover:bg-wash"
          >
            <X aria-hidden className="size-3.5" />
          </button>
        </li>
      ))}
    </ul>
    <span role="status" className="text-faint">
      {isComing ? 'On its way …' : ''}
    </span>
  </div>
)
