/**
 * The inverse of a symmetric positive definite matrix, row after row, by its Cholesky factor (Golub & Van Loan, Matrix Computations, §4.2). `n`
 * rows. Written out, since it is asked for in the browser and a matrix package would weigh more than the page.
 * Throws a RangeError where the matrix is not positive definite. Check: [[4, 2], [2, 3]] → [[3/8, −1/4], [−1/4, 1/2]].
 */
export function inverseOfSymmetric(matrix: Float64Array, n: number): Float64Array {
  const factor = choleskyOf(matrix, n)
  const inverse = new Float64Array(n * n)
  const column = new Float64Array(n)
  for (let k = 0; k < n; k++) {
    for (let i = 0; i < n; i++) {
      let sum = i === k ? 1 : 0
      for (let j = 0; j < i; j++) sum -= factor[i * n + j] * column[j]
      column[i] = sum / factor[i * n + i]
    }
    for (let i = n - 1; i >= 0; i--) {
      let sum = column[i]
      for (let j = i + 1; j < n; j++) sum -= factor[j * n + i] * column[j]
      column[i] = sum / factor[i * n + i]
    }
    for (let i = 0; i < n; i++) inverse[i * n + k] = column[i]
  }
  return inverse
}

/** The lower triangle L with L Lᵀ = the matrix. */
function choleskyOf(matrix: Float64Array, n: number): Float64Array {
  const factor = new Float64Array(n * n)
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      let sum = matrix[i * n + j]
      for (let k = 0; k < j; k++) sum -= factor[i * n + k] * factor[j * n + k]
      if (i !== j) factor[i * n + j] = sum / factor[j * n + j]
      else if (sum > 0) factor[i * n + i] = Math.sqrt(sum)
      else throw new RangeError('the matrix is not positive definite')
    }
  return factor
}
