import { expose } from 'comlink';
import { heavyWork } from './heavy-work.ts';

expose(heavyWork);
