export * from './offset';
export * from './arcs';
