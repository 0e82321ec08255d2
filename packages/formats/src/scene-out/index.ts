export * from './glb';
