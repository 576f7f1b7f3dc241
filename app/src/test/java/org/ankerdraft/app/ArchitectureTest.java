package org.ankerdraft.app;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Imports point one way. */
class ArchitectureTest {
  private static JavaClasses classes;

  @BeforeAll
  static void read() {
    classes =
        new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("org.ankerdraft");
  }

  @Test
  void noJavafxBelowTheWindow() {
    noClasses()
        .that()
        .resideOutsideOfPackage("org.ankerdraft.app..")
        .should()
        .dependOnClassesThat()
        .resideInAPackage("javafx..")
        .check(classes);
  }

  @Test
  void modulesImportDownwards() {
    noClasses()
        .that()
        .resideInAPackage("org.ankerdraft.kernel..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "org.ankerdraft.core..",
            "org.ankerdraft.render..",
            "org.ankerdraft.cli..",
            "org.ankerdraft.app..")
        .check(classes);
    noClasses()
        .that()
        .resideInAPackage("org.ankerdraft.core..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "org.ankerdraft.render..", "org.ankerdraft.cli..", "org.ankerdraft.app..")
        .check(classes);
    noClasses()
        .that()
        .resideInAPackage("org.ankerdraft.render..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("org.ankerdraft.cli..", "org.ankerdraft.app..")
        .check(classes);
  }

  @Test
  void theWireStaysInTheKernel() {
    noClasses()
        .that()
        .resideOutsideOfPackage("org.ankerdraft.kernel..")
        .should()
        .dependOnClassesThat()
        .resideInAPackage("org.ankerdraft.kernel.proto..")
        .check(classes);
  }

  @Test
  void noCyclesBetweenPackagesOfTheCore() {
    slices().matching("org.ankerdraft.core.(*)..").should().beFreeOfCycles().check(classes);
  }

  @Test
  void geometryKnowsNobody() {
    noClasses()
        .that()
        .resideInAPackage("org.ankerdraft.core.geometry..")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "org.ankerdraft.core.part..",
            "org.ankerdraft.core.step..",
            "org.ankerdraft.core.build..",
            "org.ankerdraft.core.check..",
            "org.ankerdraft.core.select..")
        .check(classes);
  }
}
