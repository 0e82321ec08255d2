export { checkSliderCrank, crankPin, leastRod, slideOffset, sliderAt } from './slider-crank';
export type { SliderCrank } from './slider-crank';
