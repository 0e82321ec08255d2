export * from './slider-crank';
