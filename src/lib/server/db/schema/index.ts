/** All tables, by the wing whose they are; migrations are made from them at once. */
export * from './people-tables';
export * from './vocabulary-tables';
export * from './jobs-tables';
export * from './records-tables';
export * from './inquiry-tables';
export * from './runs-tables';
export * from './find-tables';
export * from './outbox-tables';
export * from './report-tables';
export * from './keeping-tables';
export * from './teaching-tables';
export * from './releases-tables';
