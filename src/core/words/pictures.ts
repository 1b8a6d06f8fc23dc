import { type PictureTold } from '../picture';
import { counted } from './counted';

const tall = (height: number) => String(Math.round(height * 10) / 10);

/**
 * What is told of a picture.
 *
 * @param isTrue whether its view is true to scale, so that heights are millimetres
 */
export function pictureWords(told: PictureTold, isTrue: boolean): string {
  switch (told.code) {
    case 'lettersTooSmall': {
      const unit = isTrue ? ' mm' : '';
      return `“${told.text}” fits with letters ${tall(told.height)}${unit} tall; to be read they need ${tall(told.smallest)}${unit}. A shorter text is larger.`;
    }
    case 'pictureCoarse':
      return `${told.title}: at this size the picture has ${Math.floor(told.perInch)} pixels to an inch; to be printed sharp it needs ${told.least}. Make it smaller here, or upload a larger one.`;
    case 'piecesLeftOut':
      return `The picture has places for ${counted(told.drawn, 'piece')}: ${told.left === 1 ? 'one more is' : `${told.left} more are`} not drawn.`;
    case 'lettersMissing':
      return `This lettering has no ${[...told.letters].join(' ')}: it is left out.`;
  }
}
