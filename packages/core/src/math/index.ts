export * from './affine';
export * from './vec';
export * from './quadrature';
export * from './roots';
export * from './map3';
export * from './vec3';
export * from './upright-way';
export * from './quaternion';
