import type { Recipe } from '../history';

/** A change of the document with the words that undo shows for it. */
export interface Command {
  readonly label: string;
  readonly recipe: Recipe;
}
