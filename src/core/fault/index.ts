export * from './base';
