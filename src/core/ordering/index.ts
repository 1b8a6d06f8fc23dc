export { checkQuantity, LARGEST_QUANTITY, orderableRange, within, type QuantityFault, type QuantityRule, quantityRuleSchema } from './quantity-rule';
