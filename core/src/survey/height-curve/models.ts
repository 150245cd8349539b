import { chapmanRichards } from './chapman-richards';
import type { HeightModel, HeightModelName } from './define';
import { naslund } from './naslund';

/** Every curve. A new one is a file beside this and a line here. */
export const HEIGHT_MODELS: { readonly [K in HeightModelName]: HeightModel } = { naslund, 'chapman-richards': chapmanRichards };
export const HEIGHT_MODEL_NAMES = Object.keys(HEIGHT_MODELS) as HeightModelName[];
