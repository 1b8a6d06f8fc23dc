import { type MendDoes, type MendOfMany } from '../judge/mends';
import { type FaultCode } from '../problems';
import { unitByCode } from '../quantity';

const AWAY = {
  wasPrice: 'Remove the was-price',
  default: 'Remove the default',
  sheet: 'Take the sheet off',
  group: 'Take that group out',
} as const;

/** What a press that mends something says. */
export function mendWords(does: MendDoes): string {
  switch (does.kind) {
    case 'write':
      return `Write ${does.text}`;
    case 'divideBy':
      return `Add / ${does.by}`;
    case 'timesRate':
      return `Times a rate${does.per === null ? '' : ` per ${unitByCode(does.per)?.symbol ?? does.per}`}`;
    case 'takeAway':
      return AWAY[does.what];
    case 'require':
      return `Require ${does.title}`;
    case 'sameSku':
      return `Keep the SKU for ${does.title}`;
    case 'sameSkuOfAll':
      return 'Keep the SKU for all without an SKU part';
    case 'skuParts':
      return 'SKU parts from the names';
    case 'notCounted':
      return 'Made to order, not counted';
    case 'leaveToSheet':
      return `Remove ${does.title} here, keep the sheet’s`;
    case 'switchOff':
      return 'Switch this rule off';
  }
}

/** What a press says that mends one fault in many products. */
export function mendOfManyWords(fault: FaultCode, does: MendOfMany): string {
  switch (does) {
    case 'write':
      return fault === 'skuMissing' ? 'SKUs from the names' : 'Write what is proposed';
    case 'takeAway':
      return 'Take it away';
    case 'skuParts':
    case 'notCounted':
      return mendWords({ kind: does });
  }
}
