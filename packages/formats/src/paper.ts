/** The paper that pictures and pages lie on, and the ink of words. */
export const PAPER = '#f7f3ea';
export const WORDS_INK = '#22282c';
