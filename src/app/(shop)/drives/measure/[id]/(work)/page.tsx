/** All of a notebook is in its layout. */
export default function NotebookPage() {
  return null;
}
