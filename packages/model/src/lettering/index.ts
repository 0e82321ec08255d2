export * from './lay-signs';
export * from './numbering';
export * from './sign-ranges';
