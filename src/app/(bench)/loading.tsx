export default function Loading() {
  return (
    <main className="grid h-dvh place-items-center" role="status">
      <p className="text-soft">Fetching it from the bench …</p>
    </main>
  );
}
