/** Styles of packages, as text: the build's loader gives them so. */
declare module '*.css' {
  const text: string
  export default text
}
