/** The parts of `cdt2d` that are used; the package brings no types. */
declare module 'cdt2d' {
  export default function cdt2d(
    points: readonly (readonly [number, number])[],
    edges: readonly (readonly [number, number])[],
    options: { readonly exterior: boolean },
  ): [number, number, number][];
}
