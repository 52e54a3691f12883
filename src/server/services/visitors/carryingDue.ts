/** Which subscribers a service has yet to be told of. */

/** Who has not been told of over there. `list` and `place` are SQL. Who was refused is told of again only when they sign up anew. */
export const dueOf = (list: string, place: string) =>
  `list_id = ${list} and ((state = 'confirmed' and (carried_to, carried_state) is distinct from (${place}, 'confirmed'))
    or (state = 'left' and carried_to = ${place} and carried_state = 'confirmed' and refused is null))`
