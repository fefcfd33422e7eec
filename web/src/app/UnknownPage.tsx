import { Link, useLocation } from 'react-router';
import { Empty } from '../ui/Feedback';

/** An address at which there is nothing. */
export function UnknownPage() {
  const { pathname } = useLocation();
  return (
    <Empty title="There is no page at this address">
      {pathname} may be mistyped, or it was moved. <Link to="/">To the Floor</Link>
    </Empty>
  );
}
