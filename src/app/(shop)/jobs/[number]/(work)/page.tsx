/** All of a job is in its layout. */
export default function JobPage() {
  return null;
}
