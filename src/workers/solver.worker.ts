import * as Comlink from 'comlink';
import { solverService } from '../services/solver';

Comlink.expose(solverService);
// The starting page waits for this: a request to a worker that does not listen yet is lost.
self.postMessage('ready');
