/** Teaching: lessons, who learns from them, and an inquiry shown change by change. */
export { listLessons } from './lessons';
export type { LessonStrip } from './learning';
export { lessonAtLink, lessonStrip } from './learning';
export type { OfferedTask } from './offered-tasks';
export type { LearnersView } from './outcomes';
export { learnersView, lessonOutcome, ownLessonView } from './outcomes';
export type { Replayed, ReplayFigures } from './replay';
export { replayed } from './replay';
export { teachingEndpoints } from './teaching-endpoints';
