import type { CourseFrame } from '../../contract/course';
import type { PlanView } from '../../contract/plan';
import { findingsOfPlan } from '../places/plan/planData';

/** Reads a plan with every check, off the page's own thread; answers with the number it was asked under. */
self.onmessage = ({ data }: MessageEvent<{ ask: number; plan: PlanView; course: CourseFrame }>) => {
  self.postMessage({ ask: data.ask, findings: findingsOfPlan(data.plan, data.course) });
};
