export { checkQuantity, LARGEST_QUANTITY, orderableRange, type QuantityFault, type QuantityRule, quantityRuleSchema } from './quantity-rule';
