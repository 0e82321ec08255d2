/** Millimetres in one of each unit. One inch is 25.4 mm exactly; a foot is twelve. */
export const MILLIMETRES: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: 25.4,
  '"': 25.4,
  ft: 304.8,
  "'": 304.8,
};
