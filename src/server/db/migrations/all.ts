/** A plain list: it works alike under tsx, Jest and Next, without looking into folders. */
import * as first from './0001-first'

export const migrations = [first]
