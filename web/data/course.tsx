import { createContext, use } from 'react';
import type { CourseFrame } from '../../contract/course';

export const CourseContext = createContext<CourseFrame | null>(null);

/** The course that is open. */
export function useCourse(): CourseFrame {
  const course = use(CourseContext);
  if (!course) throw new Error('useCourse outside a course');
  return course;
}
