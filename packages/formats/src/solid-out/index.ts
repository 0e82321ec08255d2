export * from './named-mesh';
export * from './stl';
export * from './obj';
export * from './glb';
export * from './plan';
