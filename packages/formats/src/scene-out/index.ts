export * from './glb';
export * from './meshes';
export * from './baked-picture';
export * from './kept-bodies';
