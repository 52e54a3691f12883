/** Whether it could be an e-mail address, as far as browsers need to know; the server looks closer. */
export const isAddressLike = (text: string): boolean => /^\S+@\S+\.\S+$/.test(text)
