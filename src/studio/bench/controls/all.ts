/** The one list of components by type of control. */
import type { ComponentType } from 'react'
import type { Control } from '@/core/settings/controls/all'
import { ChoiceControl } from './ChoiceControl'
import { ColourControl } from './ColourControl'
import type { ControlProps } from './control'
import { FontControl } from './FontControl'
import { HoursControl } from './HoursControl'
import { NumberControl } from './NumberControl'
import { ObjectControl } from './ObjectControl'
import { OrderControl } from './OrderControl'
import { PicksControl } from './PicksControl'
import { PictureControl } from './PictureControl'
import { RulesControl } from './RulesControl'
import { TextControl } from './TextControl'
import { ToggleControl } from './ToggleControl'
import { WordsControl } from './WordsControl'

const components: { readonly [T in Control['type']]: unknown } = {
  choice: ChoiceControl,
  toggle: ToggleControl,
  number: NumberControl,
  text: TextControl,
  words: WordsControl,
  colour: ColourControl,
  font: FontControl,
  sources: () => null, // the Gather panel shows sources itself
  rules: RulesControl,
  order: OrderControl,
  object: ObjectControl,
  picks: PicksControl,
  picture: PictureControl,
  hours: HoursControl,
}

export const componentFor = (type: Control['type']) => components[type] as ComponentType<ControlProps>
