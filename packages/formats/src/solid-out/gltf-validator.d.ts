/** The part of `gltf-validator` that is used; the package brings no types. */
declare module 'gltf-validator' {
  export function validateBytes(
    bytes: Uint8Array,
  ): Promise<{ readonly issues: { readonly numErrors: number; readonly numWarnings: number } }>;
}
