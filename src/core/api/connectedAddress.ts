/** The address of a source that is read through a connector: it has none on the web, and each thing is kept once. */
export const connectedAddress = (connector: string, connectionId: string | undefined, key: string): string =>
  `${connector}:${connectionId ? `${connectionId}/` : ''}${key}`
