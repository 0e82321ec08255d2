/** One thing that can be chosen. */
export interface Option {
  readonly value: string;
  readonly words: string;
}
