export * from './route';
export * from './sketch';
export * from './watch';
export * from './wheel';
export * from './tooth-radius';
export * from './wound';
