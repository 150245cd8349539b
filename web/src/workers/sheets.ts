import { expose } from 'comlink';
import { Sheets } from '../field/sheets';

expose(new Sheets(import.meta.env.VERSION));
