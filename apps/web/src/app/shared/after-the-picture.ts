/**
 * Does work once, in a task of its own after the next picture of the screen: what is dear and may
 * stand there one picture later does not lengthen the task that makes the picture.
 * @returns what gives it up
 */
export function afterThePicture(work: () => void): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const request = requestAnimationFrame(() => {
    timer = setTimeout(work);
  });
  return () => {
    cancelAnimationFrame(request);
    clearTimeout(timer);
  };
}
