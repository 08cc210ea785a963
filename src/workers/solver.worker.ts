import * as Comlink from 'comlink';
import { solverService } from './solver-service';

Comlink.expose(solverService);
// Whoever hired it waits for this: a question put to a worker that is not listening yet is lost.
self.postMessage('ready');
