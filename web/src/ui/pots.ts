/** Pots that kitchens have, in litres. */
export const potSizes = [1, 1.5, 2, 3, 4, 5, 8, 10]
