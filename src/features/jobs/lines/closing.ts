import { followUpWords } from '../../follow-ups/plan-words';
import { ENDING_WORDS } from '../job-messages';
import { line, state, strong, type LineText } from './pieces';

export const closingText: LineText<'closing'> = ({ ending, text, why, look, next }) => {
  const followUp = [followUpWords(look), next].filter(Boolean).join(' ');
  return line`${ending === null ? '' : strong(`${ENDING_WORDS[ending]}. `)}${text}${why ? ` Returned anyway: ${why}` : ''}${
    look.after.length > 0 || next ? ` Follow-up: ${followUp}` : ''
  }`;
};

export const reopeningText: LineText<'reopening'> = () => line`${state('Job reopened')}`;
