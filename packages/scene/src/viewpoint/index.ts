export * from './viewpoint';
