/** Lessons: what they are, and whether what they ask for is done. */
export {
	emptyStart,
	inquiryOf,
	LESSON_FORMAT,
	lessonRows,
	LONGEST_STEP,
	MOST_STEPS,
	SCREENS
} from './lesson';
export type { LessonDocument, LessonRows, ScreenName, Step, StepPlace, Task } from './lesson';
export { outcomeOf, type Outcome, type SideOfCell } from './outcome';
export { doubtsAbout, isFulfilled, runsFor, tasksFrom, taskInWords, type TaskFacts } from './tasks';
