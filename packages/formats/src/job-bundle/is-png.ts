/** Does it begin as a PNG file does? */
export const isPng = (bytes: Uint8Array): boolean => bytes[0] === 0x89 && bytes[1] === 0x50;
