import { STATE_WORDS } from '../stage-messages';
import { line, state, type LineText } from './pieces';

export const stageText: LineText<'stage'> = (body) => line`${state(STATE_WORDS[body.state])}${body.why ? `: ${body.why}` : ''}`;
