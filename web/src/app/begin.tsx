import { BeginPage } from "../features/begin/begin_page";
import { useBook } from "../state/queries";

/** The first minutes, once more. */
export function Begin() {
  const book = useBook();
  return book.data ? <BeginPage book={book.data} /> : null;
}
