export * from './glb';
export * from './meshes';
