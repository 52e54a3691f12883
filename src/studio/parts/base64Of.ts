/** Bytes of a file as base64, for a JSON body. */
export const base64Of = (file: Blob) =>
  new Promise<string>((done, fail) => {
    const reader = new FileReader()
    reader.onload = () => done(String(reader.result).replace(/^[^,]*,/, ''))
    reader.onerror = () => fail(new Error('the file cannot be read'))
    reader.readAsDataURL(file)
  })
