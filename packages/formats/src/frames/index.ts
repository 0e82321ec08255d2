export * from './apng';
export * from './film';
export * from './frame-files';
export * from './gif';
export * from './loop-pictures';
export * from './zip';
