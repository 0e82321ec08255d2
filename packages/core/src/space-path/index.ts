export * from './segment';
export * from './measure';
export * from './rounded';
export * from './helix';
export * from './profile';
export * from './raised';
export * from './shape';
export * from './frames';
