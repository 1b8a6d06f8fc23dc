export { RevisionDifferences } from './revision-differences';
export { ProductEditor } from './editor';
export {
  Choices,
  ChoiceSection,
  FormulasSection,
  OptionBreaksSection,
  OptionQuantitiesSection,
  RulesSection,
  useAllPlaces,
} from './later-sections';
