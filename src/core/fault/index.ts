export * from './base';
export * from './trace';
