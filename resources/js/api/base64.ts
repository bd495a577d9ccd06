/** The bytes of a file as base64, as JSON takes them. */
export function base64(file: File): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve((reader.result as string).replace(/^data:[^,]*,/, ''));
    reader.onerror = () => reject(new Error(`“${file.name}” could not be read.`));
    reader.readAsDataURL(file);
  });
}
