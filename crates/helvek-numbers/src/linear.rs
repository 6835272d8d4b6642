//! Systems of linear equations and what is known of matrices, dense and sparse.

use faer::dyn_stack::{MemBuffer, MemStack};
use faer::linalg::solvers::Solve;
use faer::sparse::linalg::cholesky::{
    CholeskySymbolicParams, LdltRef, SymbolicCholesky, SymmetricOrdering, factorize_symbolic_cholesky,
};
use faer::sparse::{SparseColMat, Triplet};
use faer::{Conj, Mat, Par, Side};
use std::ops::{Index, IndexMut};

/// A dense matrix.
#[derive(Debug, Clone)]
pub struct Matrix(Mat<f64>);

impl Matrix {
    /// Entry by entry, by row and column.
    pub fn of(rows: usize, columns: usize, entry: &dyn Fn(usize, usize) -> f64) -> Self {
        Self(Mat::from_fn(rows, columns, entry))
    }

    /// All 0.
    pub fn zeros(rows: usize, columns: usize) -> Self {
        Self(Mat::zeros(rows, columns))
    }

    /// The number of its rows.
    pub fn rows(&self) -> usize {
        self.0.nrows()
    }

    /// The number of its columns.
    pub fn columns(&self) -> usize {
        self.0.ncols()
    }

    /// The length of each row.
    pub fn row_sizes(&self) -> Vec<f64> {
        (0..self.rows()).map(|i| self.0.row(i).norm_l2()).collect()
    }

    /// The length of each column.
    pub fn column_sizes(&self) -> Vec<f64> {
        (0..self.columns()).map(|j| self.0.col(j).norm_l2()).collect()
    }

    /// The solution of a square system, by elimination with complete pivoting.
    pub fn solve(&self, right: &[f64]) -> Vec<f64> {
        let mut values = column(right);
        self.0.full_piv_lu().solve_in_place(&mut values);
        entries(&values)
    }

    /// The same of its transpose.
    pub fn solve_transposed(&self, right: &[f64]) -> Vec<f64> {
        let mut values = column(right);
        self.0.transpose().to_owned().full_piv_lu().solve_in_place(&mut values);
        entries(&values)
    }

    /// The solution of a square system that is known to be sound, by elimination with partial pivoting.
    pub fn solve_sound(&self, right: &[f64]) -> Vec<f64> {
        entries(&self.0.partial_piv_lu().solve(&column(right)))
    }

    /// Its singular values, the largest first; nothing when the iteration fails.
    pub fn singular_values(&self) -> Option<Vec<f64>> {
        self.0.singular_values().ok()
    }

    /// Its singular values with its left singular vectors, as columns.
    pub fn left_vectors(&self) -> Option<(Vec<f64>, Self)> {
        let svd = self.0.thin_svd().ok()?;
        Some((svd.S().column_vector().iter().copied().collect(), Self(svd.U().to_owned())))
    }

    /// The eigenvalues of a symmetric one, of which the lower half is read, with its eigenvectors as columns.
    pub fn symmetric_eigen(&self) -> Option<(Vec<f64>, Self)> {
        let eigen = self.0.self_adjoint_eigen(Side::Lower).ok()?;
        Some((eigen.S().column_vector().iter().copied().collect(), Self(eigen.U().to_owned())))
    }
}

impl Index<(usize, usize)> for Matrix {
    type Output = f64;

    fn index(&self, at: (usize, usize)) -> &f64 {
        &self.0[at]
    }
}

impl IndexMut<(usize, usize)> for Matrix {
    fn index_mut(&mut self, at: (usize, usize)) -> &mut f64 {
        &mut self.0[at]
    }
}

/// An entry of a sparse matrix: row, column, value. Those at one place are added up.
pub type Entry = (usize, usize, f64);

/// A symmetric sparse matrix by the columns of both its halves, from the entries of its lower one; nothing where these are out of range.
pub fn both_halves(size: usize, lower: &[Entry]) -> Option<Vec<Vec<(usize, f64)>>> {
    let sums = sparse(size, lower)?;
    let mut columns: Vec<Vec<(usize, f64)>> = vec![Vec::new(); size];
    for j in 0..size {
        let range = sums.col_range(j);
        for (i, v) in sums.row_idx()[range.clone()].iter().zip(&sums.val()[range]) {
            columns[j].push((*i, *v));
            if *i != j {
                columns[*i].push((j, *v));
            }
        }
    }
    Some(columns)
}

/// A symmetric quasi-definite sparse matrix as L D Lᵀ.
pub struct Ldlt {
    symbolic: SymbolicCholesky<usize>,
    values: Vec<f64>,
}

impl Ldlt {
    /// From the entries of its lower half; nothing when the arithmetic fails.
    pub fn of(size: usize, lower: &[Entry]) -> Option<Self> {
        let matrix = sparse(size, lower)?;
        let (side, ordering) = (Side::Lower, SymmetricOrdering::Amd);
        let params = CholeskySymbolicParams::default();
        let symbolic = factorize_symbolic_cholesky(matrix.symbolic(), side, ordering, params).ok()?;
        let mut values = vec![0.0; symbolic.len_val()];
        let need = symbolic.factorize_numeric_ldlt_scratch::<f64>(Par::Seq, Default::default());
        let mut memory = MemBuffer::try_new(need).ok()?;
        let stack = MemStack::new(&mut memory);
        let (regular, more) = (Default::default(), Default::default());
        let made = symbolic.factorize_numeric_ldlt(
            &mut values,
            matrix.as_ref(),
            side,
            regular,
            Par::Seq,
            stack,
            more,
        );
        made.ok()?;
        Some(Self { symbolic, values })
    }

    /// Its solution.
    pub fn solve(&self, right: &[f64]) -> Vec<f64> {
        let mut values = column(right);
        let need = self.symbolic.solve_in_place_scratch::<f64>(1, Par::Seq);
        let mut memory = MemBuffer::new(need);
        let ldlt = LdltRef::<usize, f64>::new(&self.symbolic, &self.values);
        ldlt.solve_in_place_with_conj(Conj::No, values.as_mut(), Par::Seq, MemStack::new(&mut memory));
        entries(&values)
    }
}

/// The solution of a symmetric positive definite sparse system, from the entries of its lower half; nothing when it is not.
pub fn solve_definite(size: usize, lower: &[Entry], right: &[f64]) -> Option<Vec<f64>> {
    let factors = sparse(size, lower)?.sp_cholesky(Side::Lower).ok()?;
    Some(entries(&factors.solve(&column(right))))
}

fn sparse(size: usize, list: &[Entry]) -> Option<SparseColMat<usize, f64>> {
    let triplets: Vec<_> = list.iter().map(|(i, j, v)| Triplet::new(*i, *j, *v)).collect();
    SparseColMat::try_new_from_triplets(size, size, &triplets).ok()
}

fn column(values: &[f64]) -> Mat<f64> {
    Mat::from_fn(values.len(), 1, |i, _| values[i])
}

fn entries(column: &Mat<f64>) -> Vec<f64> {
    (0..column.nrows()).map(|i| column[(i, 0)]).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    fn near(got: &[f64], wanted: &[f64]) {
        assert_eq!(got.len(), wanted.len());
        for (got, wanted) in got.iter().zip(wanted) {
            assert!((got - wanted).abs() < 1e-12, "{got} for {wanted}");
        }
    }

    #[test]
    fn square_systems_are_solved_by_each_way() {
        // 2x + y = 4, −x + 3y = 5: x = 1, y = 2. Transposed, 2x − y = 4, x + 3y = 5: x = 17/7, y = 6/7.
        let matrix = Matrix::of(2, 2, &|i, j| [[2.0, 1.0], [-1.0, 3.0]][i][j]);
        near(&matrix.solve(&[4.0, 5.0]), &[1.0, 2.0]);
        near(&matrix.solve_sound(&[4.0, 5.0]), &[1.0, 2.0]);
        near(&matrix.solve_transposed(&[4.0, 5.0]), &[17.0 / 7.0, 6.0 / 7.0]);
        near(&matrix.row_sizes(), &[5f64.sqrt(), 10f64.sqrt()]);
        near(&matrix.column_sizes(), &[5f64.sqrt(), 10f64.sqrt()]);
    }

    #[test]
    fn symmetric_ones_fall_apart_into_their_directions() {
        // [2 1; 1 2]: 1 along (1, −1), 3 along (1, 1). Only the lower half is read.
        let matrix = Matrix::of(2, 2, &|i, j| [[2.0, 99.0], [1.0, 2.0]][i][j]);
        let (sizes, vectors) = matrix.symmetric_eigen().unwrap();
        near(&sizes, &[1.0, 3.0]);
        assert!((vectors[(0, 0)] + vectors[(1, 0)]).abs() < 1e-12 && vectors.columns() == 2);
        // 3 along x and nothing along y, of two rows and three columns.
        let flat = Matrix::of(2, 3, &|i, j| if (i, j) == (0, 2) { -3.0 } else { 0.0 });
        near(&flat.singular_values().unwrap(), &[3.0, 0.0]);
        let (sizes, left) = flat.left_vectors().unwrap();
        near(&sizes, &[3.0, 0.0]);
        assert!((left[(0, 0)].abs() - 1.0).abs() < 1e-12 && left.rows() == 2);
    }

    #[test]
    fn sparse_ones_add_up_what_is_at_one_place() {
        // [4 −1 0; −1 3 2; 0 2 −5], the 4 in two parts: quasi-definite. Times (1, 2, 3): 2, 11, −11.
        let lower = [(0, 0, 1.5), (0, 0, 2.5), (1, 0, -1.0), (1, 1, 3.0), (2, 1, 2.0), (2, 2, -5.0)];
        near(&Ldlt::of(3, &lower).unwrap().solve(&[2.0, 11.0, -11.0]), &[1.0, 2.0, 3.0]);
        let columns = both_halves(3, &lower).unwrap();
        assert_eq!(columns[1], [(0, -1.0), (1, 3.0), (2, 2.0)]);
        assert!(both_halves(2, &lower).is_none(), "a row that is not there");
        // Without its last row it is definite: (1, 2) gives 2, 5.
        near(&solve_definite(2, &lower[..4], &[2.0, 5.0]).unwrap(), &[1.0, 2.0]);
        assert!(solve_definite(3, &lower, &[0.0; 3]).is_none(), "not definite");
    }
}
