import { ordinal, type Role } from '@coin-relay/model';

/** Roles as they are chosen from a list, each with the numbers it begins with. */
export const ROLES: readonly { readonly words: string; readonly role: Role }[] = [
  { words: 'the first', role: { role: 'first' } },
  { words: 'the last', role: { role: 'last' } },
  { words: 'every so many', role: { role: 'every', every: 6, start: 5, from: 'start' } },
  { words: 'a counted place', role: { role: 'nth', at: 2, from: 'start' } },
  { words: 'corners', role: { role: 'corners' } },
  { words: 'points of the path', role: { role: 'points' } },
];

/** A role in words, as it stands in a sentence. */
export function roleWords(role: Role): string {
  switch (role.role) {
    case 'first':
      return 'the first';
    case 'last':
      return 'the last';
    case 'corners':
      return 'at every corner';
    case 'points':
      return 'at every point of the path';
    case 'every':
      return `every ${role.every === 1 ? '' : `${ordinal(role.every)} `}from the ${role.start === 0 ? '' : `${ordinal(role.start + 1)} on, from the `}${role.from}`;
    case 'nth':
      return `the ${ordinal(role.at + 1)} from the ${role.from}`;
  }
}
