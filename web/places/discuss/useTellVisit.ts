import { useEffect } from 'react';
import { tellVisit } from '../../../contract/visits';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { useVantage } from '../../data/vantage';

/**
 * Tells once that a student opened the page of a forum, where the course keeps visits. Not through a vantage, and nothing else than the
 * page tells it: what is asked for anew, heard live or searched is no visit. Where it cannot be told, nothing is lost but the count.
 */
export function useTellVisit(forum: string, isOpen: boolean): void {
  const { id: course, role, visits } = useCourse();
  const vantage = useVantage();
  const tells = isOpen && visits && role === 'student' && vantage === null;
  useEffect(() => {
    if (tells) call(tellVisit, { course, forum }, {}).catch(() => undefined);
  }, [tells, course, forum]);
}
