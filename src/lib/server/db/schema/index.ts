/** All tables, by the wing whose they are; migrations are made from them at once. */
export * from './people';
export * from './vocabulary';
export * from './jobs';
export * from './records';
export * from './inquiry';
export * from './runs';
export * from './outbox';
export * from './report';
export * from './keeping';
export * from './releases';
