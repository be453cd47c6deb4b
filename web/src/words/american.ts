export const reword = (text: string) => text
