/** A document of this repository, as its text. */
declare module '*.md' {
  const text: string;
  export default text;
}
