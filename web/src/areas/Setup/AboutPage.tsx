import { useQuery } from '@tanstack/react-query';
import { useShop } from '../../lib/shop';
import { Failed, Loading } from '../../ui/Feedback';
import { Part } from '../../ui/Fields';
import '../../ui/records.css';

interface Shipped {
  name: string;
  version: string;
  license: string;
  where: 'server' | 'web';
}

/** The version, and everything that is shipped with it and is not ours. */
export default function AboutPage() {
  const shop = useShop();
  const parts = useQuery({
    queryKey: ['licenses'],
    queryFn: async ({ signal }) => {
      const answer = await fetch('/licenses.json', { signal });
      if (!answer.ok) throw new Error('The list of licenses could not be loaded.');
      return (await answer.json()) as Shipped[];
    },
    staleTime: Infinity,
  });
  return (
    <div className="page">
      <div className="page-head">
        <h1>Yardstick {shop?.version}</h1>
      </div>
      <Part title="What it is made with">
        <p className="soft">Thanks to the people who made these. Each is shipped under its own license.</p>
        {parts.error && !parts.data ? (
          <Failed error={parts.error} again={() => void parts.refetch()} />
        ) : !parts.data ? (
          <Loading what="the list" />
        ) : (
          <table className="list">
            <thead>
              <tr>
                <th scope="col">Name</th>
                <th scope="col">Version</th>
                <th scope="col">License</th>
                <th scope="col">In the</th>
              </tr>
            </thead>
            <tbody>
              {parts.data.map((part) => (
                <tr key={`${part.name} ${part.version}`}>
                  <td>{part.name}</td>
                  <td>{part.version}</td>
                  <td>{part.license}</td>
                  <td className="soft">{part.where}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </Part>
    </div>
  );
}
