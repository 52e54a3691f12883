/** Where the settings of facts stand in the panel. */
export const onCards = { step: 'arrange', group: 'What each entry shows' } as const
