/** All of a round is in its layout. */
export default function RoundPage() {
  return null;
}
