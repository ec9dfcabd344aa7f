export { guidanceBySteps, guidanceFor, hazardsBySteps, type Guidance, type Test } from './place';
export { GENERAL_CAUTION, standingCautions } from './standing';
