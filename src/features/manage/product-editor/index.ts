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
  ViewsSection,
} from './later-sections';
