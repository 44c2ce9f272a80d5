import { addresses } from '../../words/addresses';
import { Bell } from 'lucide-react';
import { NavLink } from 'react-router';
import { getNotices } from '../../contract/notices';
import { useIsLive } from '../data/live';
import { useApi } from '../data/useApi';

/** How much concerns the person that they have not read; leads to all of it. */
export function NoticeBell({ course }: { course: string }) {
  const isLive = useIsLive();
  const { data } = useApi(getNotices, { course }, { refreshInterval: isLive ? 300_000 : 60_000 });
  const unread = data?.unread ?? 0;
  return (
    <NavLink
      to={addresses.notices(course)}
      aria-label={unread === 0 ? 'Notices' : `Notices, ${unread} unread`}
      title="Notices"
      className="relative rounded p-1 opacity-80 hover:opacity-100"
    >
      <Bell className="size-[1.15rem]" aria-hidden />
      {unread > 0 && (
        <span
          aria-hidden
          className="num absolute -top-1 left-3.5 rounded-full bg-primary px-1.5 text-xs leading-4 font-bold text-primary-content"
        >
          {unread > 99 ? '99+' : unread}
        </span>
      )}
    </NavLink>
  );
}
