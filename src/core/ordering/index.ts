export {
  ANY_QUANTITY, captionOf, checkQuantity, everyOrderable, LARGEST_QUANTITY, type ListedQuantity, listedQuantitySchema, MOST_SHOWN, nearestOrderable, orderable, type Orderable, orderableRange, within, type QuantityFault,
  type QuantityRule, quantityRuleSchema,
} from './quantity-rule';
