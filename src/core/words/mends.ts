import { type MendDoes } from '../judge/mends';
import { unitByCode } from '../quantity';

const AWAY = {
  wasPrice: 'Take the was-price away',
  default: 'Begin with nothing',
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
      return `${does.title} makes no other SKU`;
    case 'sameSkuOfAll':
      return 'Nothing without an SKU part does';
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
