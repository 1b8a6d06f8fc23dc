export { PlaceFields, placeWords } from './place-fields';
export { PlacedRules } from './placed-rules';
export { RuleFields } from './rule-fields';
