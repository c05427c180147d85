import { expose } from 'comlink';
import { createSimulation } from './simulation';

expose(createSimulation());
