/** The one list of control types. */
import type { Field, Value } from '../field'
import { choiceControl, type ChoiceOptions } from './choice'
import { colourControl, type ColourOptions } from './colour'
import type { ControlType } from './control'
import { fontControl, type FontOptions } from './font'
import { hoursControl, type HoursOptions } from './hours'
import { numberControl, type NumberOptions } from './number'
import { objectControl, type ObjectOptions } from './object'
import { orderControl, type OrderOptions } from './order'
import { picksControl, type PicksOptions } from './picks'
import { pictureControl, type PictureOptions } from './picture'
import { rulesControl, type RulesOptions } from './rules'
import { sourcesControl, type SourcesOptions } from './sources'
import { textControl, type TextOptions } from './text'
import { toggleControl, type ToggleOptions } from './toggle'
import { wordsControl, type WordsOptions } from './words'

export type Control =
  | ChoiceOptions
  | ToggleOptions
  | NumberOptions
  | TextOptions
  | WordsOptions
  | ColourOptions
  | FontOptions
  | SourcesOptions
  | RulesOptions
  | OrderOptions
  | ObjectOptions
  | PicksOptions
  | PictureOptions
  | HoursOptions

const types: { readonly [T in Control['type']]: unknown } = {
  choice: choiceControl,
  toggle: toggleControl,
  number: numberControl,
  text: textControl,
  words: wordsControl,
  colour: colourControl,
  font: fontControl,
  sources: sourcesControl,
  rules: rulesControl,
  order: orderControl,
  object: objectControl,
  picks: picksControl,
  picture: pictureControl,
  hours: hoursControl,
}

/** A field holds its control by its type alone; every maker makes one of these. */
export const controlOf = ({ control }: Field): Control => control as Control

/** What the type of a field's control can do. */
export const typeOf = (field: Field): ControlType<Control, Value> =>
  types[controlOf(field).type] as ControlType<Control, Value>
