import { line, type LineText } from './pieces';

export const noteText: LineText<'note'> = ({ text }) => line`${text}`;
