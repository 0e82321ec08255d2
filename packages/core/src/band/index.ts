export * from './shaping';
export * from './line';
export * from './section-at';
export * from './looks';
export * from './fine-rings';
