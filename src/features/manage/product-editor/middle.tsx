'use client';

import { memo } from 'react';
import { type Product } from '@/core/catalog';
import { type Checks } from '@/features/editors/checks';
import { type Place } from '@/features/editors/frame';
import { type SelectionState } from '@/features/kit/selection';
import {
  AllSelectionsSection,
  BreaksSection,
  Choices,
  ChoiceSection,
  FitsSection,
  FormulasSection,
  HistorySection,
  MadeOfSection,
  PartsSection,
  Pictures,
  PlacedSheet,
  PreparedSection,
  PriceSection,
  PropertiesSection,
  ProofsSection,
  QuantitySection,
  RulesSection,
  Shelf,
  StockSection,
  VariantsSection,
  ViewsSection,
} from './later-sections';
import { Basics } from './sections/basics';

interface MiddleProps {
  place: Place;
  version: number;
  revision: number | null;
  bringBack: (definition: Product) => void;
  today: string;
  /** the Counter's selection, that formulas are tried with; null where nothing of it is shown */
  selection: SelectionState | null;
  checks: Checks;
  /** says for which customer group the Counter is */
  onGroup: (group: string | null) => void;
}

export const Middle = memo(function Middle({
  place,
  version,
  bringBack,
  revision,
  today,
  selection,
  checks,
  onGroup,
}: MiddleProps) {
  switch (place) {
    case 'basics':
      return <Basics />;
    case 'pictures':
      return <Pictures />;
    case 'views':
      return selection && <ViewsSection selection={selection} />;
    case 'price':
      return <PriceSection />;
    case 'choices':
      return <Choices />;
    case 'quantity':
      return <QuantitySection />;
    case 'breaks':
      return selection && <BreaksSection selection={selection} />;
    case 'stock':
      return <StockSection />;
    case 'shelf':
      return <Shelf />;
    case 'history':
      return <HistorySection version={version + (revision ?? 0)} onBringBack={bringBack} />;
    case 'variants':
      return <VariantsSection />;
    case 'parts':
      return <PartsSection />;
    case 'properties':
      return <PropertiesSection />;
    case 'fits':
      return <FitsSection />;
    case 'prepared':
      return selection && <PreparedSection selection={selection} />;
    case 'made-of':
      return selection && <MadeOfSection resolution={selection.resolution} />;
    case 'proofs':
      return <ProofsSection today={today} outcomes={checks.proofs} />;
    case 'selections':
      return (
        <AllSelectionsSection
          checks={checks}
          onTry={(found, group) => {
            selection?.take(found);
            onGroup(group);
          }}
        />
      );
    case 'rules':
      return selection && <RulesSection shown={selection.resolution.rules} />;
    case 'formulas':
      return selection && <FormulasSection selection={selection} />;
    case 'places':
    case 'uses':
      return null;
    default:
      return place.startsWith('sheet:') ? (
        <PlacedSheet key={place} sheetKey={place.slice('sheet:'.length)} />
      ) : (
        <ChoiceSection key={place} choiceKey={place.slice('choice:'.length)} />
      );
  }
});
