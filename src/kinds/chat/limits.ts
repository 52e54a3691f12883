/** Files that go along with one message. */
export const mostFiles = 5
