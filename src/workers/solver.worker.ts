import * as Comlink from 'comlink';
import { solverService } from './solver-service';

Comlink.expose(solverService);
