export default function Page() {
  return <main>bench</main>;
}
