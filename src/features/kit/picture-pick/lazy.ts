import dynamic from 'next/dynamic';

/** The dialog that picks a picture, loaded once it is opened. */
export const PickPicture = dynamic(() => import('./pick-picture').then((pick) => pick.PickPicture));
