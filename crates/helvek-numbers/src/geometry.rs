//! Points, vectors and wrenches. Right-handed axes: x right, y up, z towards the reader; in the plane z is 0.

use std::ops::{Add, AddAssign, Mul, Neg, Sub};

/// A position, in metres.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Point {
    /// Right.
    pub x: f64,
    /// Up (in the plane).
    pub y: f64,
    /// Towards the reader; 0 in the plane.
    pub z: f64,
}

/// A free vector: a displacement (m), a direction (unit length), a force (N) or a moment (N·m).
///
/// `Point - Point` is a `Vector`; adding two points is meaningless and does not compile.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Vector {
    /// Right.
    pub x: f64,
    /// Up (in the plane).
    pub y: f64,
    /// Towards the reader; for a planar moment the only component, counter-clockwise positive.
    pub z: f64,
}

impl Point {
    /// A point of the plane z = 0.
    pub const fn plane(x: f64, y: f64) -> Self {
        Self { x, y, z: 0.0 }
    }

    /// The distance to `other`, in metres.
    pub fn distance(self, other: Self) -> f64 {
        (self - other).length()
    }
}

impl Vector {
    /// The unit vector to the right.
    pub const X: Self = Self { x: 1.0, y: 0.0, z: 0.0 };
    /// The unit vector up.
    pub const Y: Self = Self { x: 0.0, y: 1.0, z: 0.0 };
    /// The unit vector towards the reader: the axis of a counter-clockwise planar couple.
    pub const Z: Self = Self { x: 0.0, y: 0.0, z: 1.0 };
    /// Nothing.
    pub const ZERO: Self = Self { x: 0.0, y: 0.0, z: 0.0 };

    /// A vector of the plane.
    pub const fn plane(x: f64, y: f64) -> Self {
        Self { x, y, z: 0.0 }
    }

    /// The planar unit vector at `radians` from +x, counter-clockwise. Multiples of a right angle are exact: the direction "up" has
    /// no horizontal part at all, so that it never leaves a term of 1e-17 in an equation.
    pub fn at_angle(radians: f64) -> Self {
        let quarters = radians / std::f64::consts::FRAC_PI_2;
        if (quarters - quarters.round()).abs() < 1e-12 {
            return match quarters.round().rem_euclid(4.0) as u8 {
                0 => Self::X,
                1 => Self::Y,
                2 => -Self::X,
                _ => -Self::Y,
            };
        }
        Self::plane(radians.cos(), radians.sin())
    }

    /// Length (of a displacement) or size (of a force or moment).
    pub fn length(self) -> f64 {
        self.dot(self).sqrt()
    }

    /// The unit vector along `self`; `None` for a vector of length zero or one that is not finite.
    pub fn unit(self) -> Option<Self> {
        let length = self.length();
        (length > 0.0 && length.is_finite()).then(|| self * (1.0 / length))
    }

    /// The three axes.
    pub const AXES: [Self; 3] = [Self::X, Self::Y, Self::Z];

    /// Two unit vectors square to `self` (a unit vector) and to each other, right-handed with it: the other two axes for one along an axis, else the
    /// first level (square to `up`).
    pub fn across(self, up: Self) -> [Self; 2] {
        if let Some((i, _)) = self.axis() {
            return match i {
                0 => [Self::Y, Self::Z],
                1 => [Self::X, Self::Z],
                _ => [Self::X, Self::Y],
            };
        }
        let first = up.cross(self).unit().unwrap_or(Self::X);
        [first, self.cross(first)]
    }

    /// Scalar product.
    pub fn dot(self, other: Self) -> f64 {
        self.x * other.x + self.y * other.y + self.z * other.z
    }

    /// Vector product, right-handed: x × y = z.
    pub fn cross(self, other: Self) -> Self {
        Self {
            x: self.y * other.z - self.z * other.y,
            y: self.z * other.x - self.x * other.z,
            z: self.x * other.y - self.y * other.x,
        }
    }

    /// As three numbers.
    pub fn parts(self) -> [f64; 3] {
        [self.x, self.y, self.z]
    }

    /// From two numbers of the plane, or three of space; what is missing is 0.
    pub fn from_parts(parts: &[f64]) -> Self {
        let part = |i: usize| parts.get(i).copied().unwrap_or(0.0);
        Self { x: part(0), y: part(1), z: part(2) }
    }

    /// Along one of the axes, exactly: 0, 1 or 2, and whether it points their way.
    pub fn axis(self) -> Option<(usize, bool)> {
        let parts = self.parts();
        let mut found = (0..3).filter(|i| parts[*i] != 0.0);
        match (found.next(), found.next()) {
            (Some(i), None) => Some((i, parts[i] > 0.0)),
            _ => None,
        }
    }

    /// This vector without parts that are noise beside its length, so that what is parallel to an axis is exactly so.
    pub fn tidy(self) -> Self {
        let least = self.length() * 1e-15;
        let tidy = |v: f64| if v.abs() <= least { 0.0 } else { v };
        Self { x: tidy(self.x), y: tidy(self.y), z: tidy(self.z) }
    }

    /// Turned by a right angle, counter-clockwise, in the plane: the left of a run that goes along `self`.
    pub fn left(self) -> Self {
        Self::plane(-self.y, self.x)
    }

    /// Angle from +x, counter-clockwise, in radians within (−π, π].
    pub fn angle(self) -> f64 {
        self.y.atan2(self.x)
    }
}

/// A force and a moment that act together, the moment taken about `about`.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Wrench {
    /// N.
    pub force: Vector,
    /// N·m, about `about`, right-handed.
    pub moment: Vector,
    /// The point the moment refers to; for a pure force it is a point of its line of action.
    pub about: Point,
}

impl Wrench {
    /// A force through `at`.
    pub fn force(force: Vector, at: Point) -> Self {
        Self { force, moment: Vector::ZERO, about: at }
    }

    /// A couple: the same about every point. `at` only says where it is drawn.
    pub fn couple(moment: Vector, at: Point) -> Self {
        Self { force: Vector::ZERO, moment, about: at }
    }

    /// The moment of this wrench about `point`: M + (about − point) × F.
    pub fn moment_about(self, point: Point) -> Vector {
        self.moment + (self.about - point).cross(self.force)
    }

    /// This wrench, `factor` times as strong.
    pub fn scaled(self, factor: f64) -> Self {
        Self { force: self.force * factor, moment: self.moment * factor, about: self.about }
    }
}

impl Sub for Point {
    type Output = Vector;
    fn sub(self, other: Self) -> Vector {
        Vector { x: self.x - other.x, y: self.y - other.y, z: self.z - other.z }
    }
}

impl Add<Vector> for Point {
    type Output = Self;
    fn add(self, by: Vector) -> Self {
        Self { x: self.x + by.x, y: self.y + by.y, z: self.z + by.z }
    }
}

impl Sub<Vector> for Point {
    type Output = Self;
    fn sub(self, by: Vector) -> Self {
        self + -by
    }
}

impl Add for Vector {
    type Output = Self;
    fn add(self, other: Self) -> Self {
        Self { x: self.x + other.x, y: self.y + other.y, z: self.z + other.z }
    }
}

impl AddAssign for Vector {
    fn add_assign(&mut self, other: Self) {
        *self = *self + other;
    }
}

impl Sub for Vector {
    type Output = Self;
    fn sub(self, other: Self) -> Self {
        self + -other
    }
}

impl Neg for Vector {
    type Output = Self;
    /// Never leaves −0, which would print as a sign that means nothing.
    fn neg(self) -> Self {
        Self { x: 0.0 - self.x, y: 0.0 - self.y, z: 0.0 - self.z }
    }
}

impl Mul<f64> for Vector {
    type Output = Self;
    fn mul(self, by: f64) -> Self {
        Self { x: self.x * by, y: self.y * by, z: self.z * by }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_moment_of_a_force_is_arm_times_force_with_the_right_handed_sign() {
        // 3 N up, 2 m to the right of the centre: turns counter-clockwise, +6. Told apart from y by moving the centre up.
        let force = Wrench::force(Vector::plane(0.0, 3.0), Point::plane(5.0, 1.0));
        assert_eq!(force.moment_about(Point::plane(3.0, 7.0)).z, 6.0);
        let sideways = Wrench::force(Vector::plane(4.0, 0.0), Point::plane(5.0, 1.0));
        assert_eq!(sideways.moment_about(Point::plane(3.0, 7.0)).z, 24.0);
    }

    #[test]
    fn right_angles_are_exact_and_never_minus_zero() {
        for (degrees, expected) in [
            (0.0, Vector::X),
            (90.0, Vector::Y),
            (180.0, -Vector::X),
            (-90.0, -Vector::Y),
            (450.0, Vector::Y),
        ] {
            let v = Vector::at_angle(f64::to_radians(degrees));
            assert_eq!(v, expected);
            assert!(v.x.is_sign_positive() || v.x != 0.0);
        }
        assert_eq!(Vector::plane(2.0, 0.0).left(), Vector::plane(0.0, 2.0));
    }
}
