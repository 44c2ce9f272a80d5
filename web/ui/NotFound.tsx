import { Empty } from './states';
import { useTitle } from './useTitle';

/** What is shown for an address that leads nowhere, or that is not for this person. */
export function NotFound() {
  useTitle('Not found');
  return (
    <Empty title="There is nothing here">
      There is nothing at this address, or it is not for you. The places of the course are in the bar above.
    </Empty>
  );
}
