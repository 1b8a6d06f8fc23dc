'use client';

import dynamic from 'next/dynamic';
import { useEffect } from 'react';

/**
 * The places of an editor that nobody sees at once. Each is loaded when it is gone to, or when the browser has nothing
 * else to do, so that a page is there sooner and going to a place takes no longer.
 */
const places = {
  choices: () => import('@/features/editors/choices/choices'),
  choice: () => import('@/features/editors/choices/choice'),
  formulas: () => import('@/features/editors/formulas/formulas-section'),
  rules: () => import('@/features/editors/rules/rules-section'),
  proofs: () => import('@/features/editors/proofs/proofs-section'),
  selections: () => import('@/features/editors/checks/all-selections-section'),
  fits: () => import('./builds/fits-section'),
  prepared: () => import('./builds/prepared-section'),
  properties: () => import('./builds/properties-section'),
  parts: () => import('./parts/parts-section'),
  variants: () => import('./variants/variants-section'),
  breaks: () => import('./sections/breaks'),
  history: () => import('./sections/history'),
  madeOf: () => import('./sections/made-of'),
  pictures: () => import('./sections/pictures'),
  views: () => import('./views/views-section'),
  sheet: () => import('./sections/placed-sheet'),
  price: () => import('./sections/price'),
  quantity: () => import('./sections/quantity'),
  shelf: () => import('./sections/shelf'),
  stock: () => import('./sections/stock'),
};

export const Choices = dynamic(() => places.choices().then((place) => place.Choices));
export const ChoiceSection = dynamic(() => places.choice().then((place) => place.ChoiceSection));
export const FormulasSection = dynamic(() => places.formulas().then((place) => place.FormulasSection));
export const RulesSection = dynamic(() => places.rules().then((place) => place.RulesSection));
export const ProofsSection = dynamic(() => places.proofs().then((place) => place.ProofsSection));
export const AllSelectionsSection = dynamic(() => places.selections().then((place) => place.AllSelectionsSection));
export const FitsSection = dynamic(() => places.fits().then((place) => place.FitsSection));
export const PreparedSection = dynamic(() => places.prepared().then((place) => place.PreparedSection));
export const PropertiesSection = dynamic(() => places.properties().then((place) => place.PropertiesSection));
export const PartsSection = dynamic(() => places.parts().then((place) => place.PartsSection));
export const VariantsSection = dynamic(() => places.variants().then((place) => place.VariantsSection));
export const BreaksSection = dynamic(() => places.breaks().then((place) => place.BreaksSection));
export const OptionBreaksSection = dynamic(() => places.breaks().then((place) => place.OptionBreaksSection));
export const HistorySection = dynamic(() => places.history().then((place) => place.HistorySection));
export const MadeOfSection = dynamic(() => places.madeOf().then((place) => place.MadeOfSection));
export const Pictures = dynamic(() => places.pictures().then((place) => place.Pictures));
export const ViewsSection = dynamic(() => places.views().then((place) => place.ViewsSection));
export const PlacedSheet = dynamic(() => places.sheet().then((place) => place.PlacedSheet));
export const PriceSection = dynamic(() => places.price().then((place) => place.PriceSection));
export const QuantitySection = dynamic(() => places.quantity().then((place) => place.QuantitySection));
export const OptionQuantitiesSection = dynamic(() => places.quantity().then((place) => place.OptionQuantitiesSection));
export const Shelf = dynamic(() => places.shelf().then((place) => place.Shelf));
export const StockSection = dynamic(() => places.stock().then((place) => place.StockSection));

/**
 * Whoever opens an editor has something to do first: so long, in milliseconds, nothing is loaded that nobody has gone
 * to.
 */
const FIRST_THINGS_FIRST = 4000;

/** Loads all places, one after the other, each when the browser has nothing else to do. */
export function useAllPlaces(): void {
  useEffect(() => {
    const waiting = Object.values(places);
    let ended = false;
    const next = () => {
      const load = ended ? undefined : waiting.shift();
      // What can't be loaded now is asked for again when it is gone to.
      if (load) load().then(rest, rest);
    };
    // Not every browser says when it is at rest.
    const rest = () =>
      'requestIdleCallback' in window ? void window.requestIdleCallback(next) : void setTimeout(next, 200);
    const beginning = setTimeout(rest, FIRST_THINGS_FIRST);
    return () => {
      ended = true;
      clearTimeout(beginning);
    };
  }, []);
}
