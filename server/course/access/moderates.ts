import { mayDo } from '../../../core/access/mayDo';
import type { PostInPlace } from '../../../core/access/mayRead';
import type { OpenForum } from './openForum';
import { allowedOrRefuse } from './allowedOrRefuse';

/** Goes on where a person is one who does something about a post: approves, moves, removes it; refuses with the reason otherwise. */
export function refuseUnlessModerates(opened: OpenForum, place: PostInPlace, now: number): void {
  allowedOrRefuse(mayDo(opened.forum, opened.access, { do: 'moderate', place }, now), opened.date);
}
