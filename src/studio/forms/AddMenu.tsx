'use client'
/** The menu that adds a question, a text or a page below the open line. */
import { Plus } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import type { EntryType } from '@/core/forms/edit'
import { buttonClass } from '../parts/Button'
import { typeLabels, types } from './types'

export interface AddMenuProps {
  readonly disabled: boolean
  readonly onAdd: (type: EntryType | 'page') => void
}

const itemClass = 'cursor-pointer rounded px-2 py-1.5 outline-none data-[highlighted]:bg-wash'

export const AddMenu = ({ disabled, onAdd }: AddMenuProps) => (
  <DropdownMenu.Root>
    <DropdownMenu.Trigger disabled={disabled} className={buttonClass()}>
      <Plus aria-hidden className="size-4" />
      Add
    </DropdownMenu.Trigger>
    <DropdownMenu.Portal>
      <DropdownMenu.Content
        align="start"
        sideOffset={4}
        className="z-30 max-h-(--radix-dropdown-menu-content-available-height) min-w-56 overflow-y-auto rounded-md border border-hair bg-paper p-1 shadow-lg"
      >
        {types.map((type) => (
          <DropdownMenu.Item key={type} className={itemClass} onSelect={() => onAdd(type)}>
            {typeLabels[type]}
          </DropdownMenu.Item>
        ))}
        <DropdownMenu.Separator className="my-1 h-px bg-hair" />
        <DropdownMenu.Item className={itemClass} onSelect={() => onAdd('page')}>
          A page
        </DropdownMenu.Item>
      </DropdownMenu.Content>
    </DropdownMenu.Portal>
  </DropdownMenu.Root>
)
