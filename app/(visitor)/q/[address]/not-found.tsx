export default function QuizNotFound() {
  return (
    <main className="v-page">
      <div className="v-panel">
        <div className="v-inside">
          <h1 className="v-prompt">There is no quiz at this address.</h1>
          <p className="v-hint">
            It may not be open yet, or it may have moved. Whoever gave you the address will know.
          </p>
        </div>
      </div>
    </main>
  );
}
