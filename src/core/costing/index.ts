export { COST_PLACES, movingAverage } from './moving-average';
