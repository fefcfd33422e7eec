/** What was entered on this device and has not reached the shop yet. It outlives a reload, a closed browser and an empty battery. */
export interface Entry {
  /** Order in which it was entered. */
  n?: number;
  staffId: number;
  inspectionId: number;
  /** The point that it is about; 0 for none. */
  pointId: number;
  /** Address of the change. */
  path: string;
  body: Record<string, unknown>;
  /** Sent with every try, so that it is done once. */
  commandId: string;
  /** A photo that goes out first; its hash joins the body. */
  photo?: Blob;
  /** When it was entered, milliseconds of this device's clock; told to nobody. */
  at: number;
}

const NAME = 'yardstick-device';
const STORE = 'entries';

let opening: Promise<IDBDatabase> | undefined;

function open(): Promise<IDBDatabase> {
  opening ??= new Promise((resolve, reject) => {
    const asked = indexedDB.open(NAME, 1);
    asked.onupgradeneeded = () => asked.result.createObjectStore(STORE, { keyPath: 'n', autoIncrement: true });
    asked.onsuccess = () => resolve(asked.result);
    asked.onerror = () => reject(asked.error ?? new Error('The storage of this device did not open.'));
  });
  return opening;
}

async function run<T>(mode: IDBTransactionMode, act: (store: IDBObjectStore) => IDBRequest<T>): Promise<T> {
  const db = await open();
  return new Promise((resolve, reject) => {
    const transaction = db.transaction(STORE, mode);
    const asked = act(transaction.objectStore(STORE));
    transaction.oncomplete = () => resolve(asked.result);
    transaction.onabort = transaction.onerror = () =>
      reject(
        transaction.error?.name === 'QuotaExceededError'
          ? new Error('The storage of this device is full. Delete something on it, then enter this again.')
          : (transaction.error ?? new Error('The storage of this device failed.')),
      );
  });
}

/** Keeps an entry and answers it with its number. */
export async function keepEntry(entry: Entry): Promise<Entry> {
  const n = await run('readwrite', (store) => store.add(entry));
  return { ...entry, n: Number(n) };
}

/** Entries of somebody, in order. */
export async function entriesOf(staffId: number): Promise<Entry[]> {
  const all = await run('readonly', (store) => store.getAll() as IDBRequest<Entry[]>);
  return all.filter((entry) => entry.staffId === staffId);
}

/** An entry reached the shop, or was refused. */
export const dropEntry = (n: number) => run('readwrite', (store) => store.delete(n) as unknown as IDBRequest<undefined>);
